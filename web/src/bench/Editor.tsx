import { defaultKeymap, history, historyKeymap, redo, undo } from "@codemirror/commands";
import { lintKeymap, setDiagnostics } from "@codemirror/lint";
import { EditorState } from "@codemirror/state";
import { drawSelection, EditorView, highlightActiveLine, keymap, placeholder } from "@codemirror/view";
import { type Ref, useEffect, useImperativeHandle, useRef } from "react";
import type { Fix } from "../api/client";
import { nonce } from "../ui/nonce";
import { editorLook } from "./editorLook";
import { diagnostics, edits } from "./diagnostics";
import { results, setLit, setResults } from "./results";
import type { Answer } from "./useAnalysis";

export type EditorHandle = {
  undo: () => void;
  redo: () => void;
  focus: () => void;
  mend: (fix: Fix) => void;
  light: (spans: [number, number][]) => void;
  goTo: (at: number) => void;
  append: (line: string) => void;
  rewrite: (text: string) => void;
};

type Props = {
  text: string;
  change: (text: string) => void;
  choose: (from: number, to: number) => void;
  answer: Answer;
  ref: Ref<EditorHandle>;
};

/** Enter at the end of a round begins the next one. */
function nextRound(view: EditorView): boolean {
  const { main } = view.state.selection;
  const line = view.state.doc.lineAt(main.head);
  if (!main.empty || main.head !== line.to) return false;
  const m = /^\s*(Rnds?|Rounds?|R|Rows?)\s*(\d+)(?:\s*[-–]\s*(\d+))?\s*(?:\([^)]*\))?\s*[:.]\s*\S/i.exec(
    line.text,
  );
  if (!m) return false;
  const number = Number(m[3] ?? m[2]) + 1;
  const word = (m[1] ?? "Rnd").replace(/s$/, "");
  const insert = `\n${word} ${number}: `;
  view.dispatch({
    changes: { from: line.to, insert },
    selection: { anchor: line.to + insert.length },
    userEvent: "input",
    scrollIntoView: true,
  });
  return true;
}

/** Whoever types the round's name after it was put there for them keeps one name, their own. */
function ownName(view: EditorView, from: number, to: number, text: string): boolean {
  if (text !== ":" || from !== to) return false;
  const line = view.state.doc.lineAt(from);
  const m = /^(\w+ \d+: )((?:rnds?|rounds?|r|rows?)\s*\d+(?:\s*[-–]\s*\d+)?)$/i.exec(
    line.text.slice(0, from - line.from),
  );
  if (!m?.[1]) return false;
  view.dispatch({
    changes: [
      { from: line.from, to: line.from + m[1].length },
      { from, insert: text },
    ],
    selection: { anchor: from - m[1].length + 1 },
    userEvent: "input.type",
  });
  return true;
}

export function Editor({ text, change, choose, answer, ref }: Props) {
  const host = useRef<HTMLDivElement>(null);
  const view = useRef<EditorView | null>(null);
  const calls = useRef({ change, choose });
  const first = useRef(text);
  useEffect(() => {
    calls.current = { change, choose };
  });

  useEffect(() => {
    if (!host.current) return;
    const editor = new EditorView({
      parent: host.current,
      state: EditorState.create({
        doc: first.current,
        extensions: [
          EditorView.cspNonce.of(nonce),
          history(),
          drawSelection(),
          highlightActiveLine(),
          EditorView.lineWrapping,
          EditorView.contentAttributes.of({
            tabindex: "0",
            "aria-label": "The draft, a line for each round",
            spellcheck: "false",
          }),
          placeholder("Rnd 1: 12 dc in ring"),
          keymap.of([{ key: "Enter", run: nextRound }, ...historyKeymap, ...lintKeymap, ...defaultKeymap]),
          EditorView.inputHandler.of(ownName),
          results,
          editorLook,
          EditorView.updateListener.of((u) => {
            if (u.docChanged) calls.current.change(u.state.doc.toString());
            if (u.selectionSet || u.docChanged) {
              const { from, to } = u.state.selection.main;
              calls.current.choose(from, to);
            }
          }),
        ],
      }),
    });
    view.current = editor;
    const { from, to } = editor.state.selection.main;
    calls.current.choose(from, to);
    return () => {
      editor.destroy();
      view.current = null;
    };
  }, []);

  // A text from elsewhere (a settled conflict) replaces the document as one change that can be undone.
  useEffect(() => {
    const editor = view.current;
    if (editor && editor.state.doc.toString() !== text) {
      editor.dispatch({ changes: { from: 0, to: editor.state.doc.length, insert: text } });
    }
  }, [text]);

  useEffect(() => {
    const editor = view.current;
    if (!editor || !answer.analysis || editor.state.doc.toString() !== answer.about) return;
    editor.dispatch({ effects: setResults.of(answer.analysis) });
    editor.dispatch(setDiagnostics(editor.state, diagnostics(answer.analysis, answer.about)));
  }, [answer]);

  useImperativeHandle(ref, () => ({
    undo: () => view.current && undo(view.current),
    redo: () => view.current && redo(view.current),
    focus: () => view.current?.focus(),
    mend: (fix) => {
      view.current?.dispatch(edits(fix));
      view.current?.focus();
    },
    append: (line) => {
      const editor = view.current;
      if (!editor) return;
      const { doc } = editor.state;
      const end = doc.toString().trimEnd().length;
      const insert = `${end ? "\n" : ""}${line}`;
      editor.dispatch({
        changes: { from: end, to: doc.length, insert },
        selection: { anchor: end + insert.length },
        userEvent: "input",
        scrollIntoView: true,
      });
      editor.focus();
    },
    rewrite: (text) => {
      const editor = view.current;
      if (!editor) return;
      editor.dispatch({
        changes: { from: 0, to: editor.state.doc.length, insert: text },
        selection: { anchor: 0 },
        userEvent: "input",
      });
    },
    light: (spans) => {
      const editor = view.current;
      if (!editor) return;
      const [one] = spans;
      editor.dispatch({
        effects: [
          setLit.of(spans),
          ...(one ? [EditorView.scrollIntoView(Math.min(one[0], editor.state.doc.length))] : []),
        ],
      });
    },
    goTo: (at) => {
      const editor = view.current;
      if (!editor) return;
      editor.dispatch({ selection: { anchor: Math.min(at, editor.state.doc.length) }, scrollIntoView: true });
      editor.focus();
    },
  }));

  return <div ref={host} className="h-full min-h-0" />;
}
