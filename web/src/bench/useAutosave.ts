import { useCallback, useEffect, useRef, useState } from "react";
import { asked, client, type Motif, ServerError } from "../api/client";
import { forgetLocal, keepLocal, readLocal } from "./local";

const PAUSE = 600;
const AGAIN = 3000;

export type SaveState = "saved" | "saving" | "kept" | "conflict" | "refused";
export type Conflict = { mine: string; theirs: string; revision: number };

export type Autosave = {
  text: string;
  change: (text: string) => void;
  state: SaveState;
  words: string;
  conflict: Conflict | null;
  /** Settle a conflict with the text to go on with, saved over what is stored. */
  settle: (text: string) => void;
};

/** Where typing begins: what the server has, or what this browser kept when it could not be sent. */
export function opening(motif: Motif): { text: string; conflict: Conflict | null } {
  const local = readLocal(motif.id);
  if (!local || local.text === motif.text) return { text: motif.text, conflict: null };
  if (local.revision === motif.revision) return { text: local.text, conflict: null };
  return { text: local.text, conflict: { mine: local.text, theirs: motif.text, revision: motif.revision } };
}

/** Saves on every pause; what can't be sent stays in this browser and goes when the server is back. */
export function useAutosave(motif: Motif): Autosave {
  const [first] = useState(() => opening(motif));
  const [text, setText] = useState(first.text);
  const [conflict, setConflict] = useState(first.conflict);
  const [state, setState] = useState<SaveState>(first.conflict ? "conflict" : "saved");
  const [words, setWords] = useState("");
  const now = useRef({
    text: first.text,
    stored: motif.text,
    revision: motif.revision,
    busy: false,
    timer: 0,
  });
  const stopped = useRef(first.conflict !== null);

  const again = useRef<() => void>(() => undefined);

  const flush = useCallback(
    async (keepalive = false) => {
      const at = now.current;
      window.clearTimeout(at.timer);
      if (at.busy || stopped.current) return;
      if (at.text === at.stored) {
        // typed back to what is stored, an undo say: nothing to send, and nothing under way
        forgetLocal(motif.id, at.text);
        setState("saved");
        setWords("");
        return;
      }
      at.busy = true;
      const sent = at.text;
      setState("saving");
      try {
        const call = client.PUT("/api/motifs/{motif_id}", {
          params: { path: { motif_id: motif.id } },
          body: { revision: at.revision, text: sent },
          keepalive,
        });
        const saved = await asked(call);
        at.revision = saved.revision;
        at.stored = sent;
        forgetLocal(motif.id, sent);
        if (at.text === sent) setState("saved");
        setWords("");
      } catch (e) {
        const error =
          e instanceof ServerError ? e : new ServerError(0, "The server can't be reached just now.");
        setWords(error.message);
        if (error.status === 409 && error.problem?.current) {
          const { text: theirs, revision } = error.problem.current;
          stopped.current = true;
          setConflict({ mine: sent, theirs, revision });
          setState("conflict");
        } else if (error.status >= 400 && error.status < 500) {
          setState("refused");
        } else {
          setState("kept");
          at.timer = window.setTimeout(() => again.current(), AGAIN);
        }
        return;
      } finally {
        at.busy = false;
      }
      if (at.text !== at.stored) at.timer = window.setTimeout(() => again.current(), PAUSE);
    },
    [motif.id],
  );

  const change = useCallback(
    (next: string) => {
      const at = now.current;
      if (next === at.text) return;
      at.text = next;
      setText(next);
      keepLocal(motif.id, next, at.revision);
      if (stopped.current) return;
      setState("saving");
      window.clearTimeout(at.timer);
      at.timer = window.setTimeout(() => void flush(), PAUSE);
    },
    [flush, motif.id],
  );

  const settle = useCallback(
    (next: string) => {
      const at = now.current;
      if (conflict) {
        at.revision = conflict.revision;
        at.stored = conflict.theirs;
      }
      stopped.current = false;
      setConflict(null);
      at.text = next;
      setText(next);
      if (next === at.stored) {
        forgetLocal(motif.id);
        setState("saved");
      } else {
        keepLocal(motif.id, next, at.revision);
        void flush();
      }
    },
    [conflict, flush, motif.id],
  );

  useEffect(() => {
    const at = now.current;
    again.current = () => void flush();
    const leave = () => void flush(true);
    const back = () => void flush();
    window.addEventListener("pagehide", leave);
    window.addEventListener("online", back);
    if (at.text !== at.stored) void flush();
    return () => {
      window.removeEventListener("pagehide", leave);
      window.removeEventListener("online", back);
      void flush(true);
    };
  }, [flush]);

  return { text, change, state, words, conflict, settle };
}
