import { Redo2, Undo2 } from "lucide-react";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { Link, useLocation, useNavigate, useParams } from "react-router";
import { type Analysis, keep, type Motif } from "../api/client";
import { useMotif } from "../api/useMotif";
import { Button } from "../ui/Button";
import { TopBar } from "../ui/TopBar";
import { useSession } from "../ui/session";
import { Trouble, Waiting } from "../ui/states";
import { type Chosen, chosenBy } from "./chosen";
import { ConflictDialog } from "./ConflictDialog";
import { DrawingView, type Look } from "./DrawingView";
import { Editor, type EditorHandle } from "./Editor";
import { Findings } from "./Findings";
import { LieLine } from "./LieLine";
import { NextRound } from "./NextRound";
import { takePicture } from "./picture";
import { PictureBar } from "./PictureBar";
import { SaveSign, WorkSign } from "./Signs";
import { Shortcuts } from "./Shortcuts";
import { SpaceView } from "./SpaceView";
import { useAnalysis } from "./useAnalysis";
import { useAutosave } from "./useAutosave";
import { useSettled } from "./useSettled";

/** Which loop is live after the round at the cursor, and where the parked ones lie. */
function loops(analysis: Analysis, at: number): string {
  const round = analysis.rounds.filter((r) => r.start <= at).at(-1) ?? analysis.rounds.at(-1);
  const parked = Object.entries(round?.parked ?? {});
  if (!round || parked.length === 0) return "";
  const lie = parked.map(([yarn, side]) => `${yarn} parked${side ? ` at the ${side}` : ""}`);
  return `; after ${round.label}: ${round.yarn} is live, ${lie.join(", ")}`;
}

export function Bench() {
  const id = Number(useParams().id);
  const motif = useMotif(id, "bench");
  if (motif.isPending) return <Waiting what="Fetching the motif" />;
  if (motif.isError) return <Trouble error={motif.error} again={() => void motif.refetch()} />;
  return <Work key={id} motif={motif.data} />;
}

function Work({ motif }: { motif: Motif }) {
  const { units } = useSession();
  const go = useNavigate();
  const save = useAutosave(motif);
  const [range, setRange] = useState<[number, number]>([0, 0]);
  const line = useMemo(() => save.text.slice(0, range[1]).split("\n").length - 1, [save.text, range]);
  const answer = useAnalysis(save.text, line);
  const { analysis } = answer;
  const current = answer.about === save.text;
  const making = analysis?.rounds.find((r) => r.making);
  const settlement = useSettled(save.text, current && answer.state === "fresh" && !making);
  const settled = settlement.about === answer.about ? settlement.settled : null;
  const [look, setLook] = useState<Look>({ strands: false, strain: false });
  const [space, setSpace] = useState(false);
  const [standing, setStanding] = useState(false);
  const editor = useRef<EditorHandle>(null);
  const drawing = useRef<HTMLElement>(null);
  const findings = useRef<HTMLElement>(null);
  const [picked, setPicked] = useState<Chosen | null>(null);

  const choose = useCallback((from: number, to: number) => {
    setRange([from, to]);
    setPicked(null);
  }, []);
  const chosen = useMemo(
    () =>
      picked ??
      (analysis && current ? chosenBy(analysis, range[0], range[1]) : new Map<number, Set<number>>()),
    [picked, analysis, current, range],
  );

  const append = useCallback((line: string) => editor.current?.append(line), []);

  const pick = (round: number, stitch: number) => {
    const spans = analysis?.rounds[round]?.spans ?? [];
    const [a, b] = [spans[2 * stitch], spans[2 * stitch + 1]];
    setPicked(new Map([[round, new Set([stitch])]]));
    if (a !== undefined && b !== undefined && current) editor.current?.light([[a, b]]);
  };

  const rewrite: unknown = (useLocation().state as { rewrite?: unknown } | null)?.rewrite;
  useEffect(() => {
    if (typeof rewrite !== "string") return;
    editor.current?.rewrite(rewrite);
    void go(".", { replace: true, state: null });
  }, [rewrite, go]);

  useEffect(() => {
    const listen = (e: KeyboardEvent) => {
      if (!e.altKey || e.ctrlKey || e.metaKey) return;
      const first = (box: HTMLElement | null) =>
        box?.querySelector<HTMLElement>("[tabindex='0'], button:not(:disabled)")?.focus();
      if (e.code === "Digit1") editor.current?.focus();
      else if (e.code === "Digit2") first(drawing.current);
      else if (e.code === "Digit3") first(findings.current);
      else if (e.code === "KeyP") void go(`/motif/${motif.id}/pattern`);
      else if (e.code === "KeyM") void go(`/motif/${motif.id}/measure`);
      else return;
      e.preventDefault();
    };
    window.addEventListener("keydown", listen);
    return () => window.removeEventListener("keydown", listen);
  }, [go, motif.id]);

  const keepBoth = async (mine: string, theirs: string) => {
    await keep(mine);
    save.settle(theirs);
  };

  return (
    <div className="flex min-h-screen flex-col md:h-screen">
      <TopBar
        middle={
          <div className="flex min-w-0 items-baseline gap-4">
            <h1 className="truncate font-read text-lg">{analysis?.title || motif.title}</h1>
            <SaveSign state={save.state} words={save.words} />
          </div>
        }
      >
        <Button look="bare" aria-label="Undo" title="Undo (Ctrl Z)" onClick={() => editor.current?.undo()}>
          <Undo2 size={18} />
        </Button>
        <Button
          look="bare"
          aria-label="Do again"
          title="Do again (Ctrl Y)"
          onClick={() => editor.current?.redo()}
        >
          <Redo2 size={18} />
        </Button>
        <NextRound text={save.text} take={append} />
        <Shortcuts />
        <Link
          to={`/motif/${motif.id}/measure`}
          className="rounded border border-line bg-leaf px-3 py-1.5 leading-tight font-medium hover:border-moss"
        >
          Measure
        </Link>
        <Link
          to={`/motif/${motif.id}/pattern`}
          className="rounded border border-moss bg-moss px-3 py-1.5 leading-tight font-medium text-on-moss hover:opacity-90"
        >
          Pattern
        </Link>
      </TopBar>
      <main className="grid min-h-0 flex-1 md:grid-rows-[minmax(0,1fr)_42vh] lg:grid-cols-[minmax(0,1fr)_25.5rem] lg:grid-rows-[minmax(0,1fr)]">
        <section
          aria-label="Draft"
          data-answered={answer.about.length}
          className="flex h-[62vh] min-h-[20rem] min-w-0 flex-col border-r border-line bg-leaf md:h-auto md:min-h-0"
        >
          <div className="flex items-end border-b border-line text-sm text-quiet" aria-hidden="true">
            <span className="min-w-0 flex-1 truncate px-[18px] py-1">
              {analysis &&
                `${analysis.shape}, ${analysis.terms.toUpperCase()} terms${analysis.terms_said ? "" : " by its words"}${current ? loops(analysis, range[0]) : ""}`}
            </span>
            <span className="grid w-[9.5rem] grid-cols-[4rem_1fr] py-1 pr-1.5 text-right md:w-[22.5rem] md:grid-cols-[4rem_3.3rem_5.9rem_1fr]">
              <span>stitches</span>
              <span className="max-md:hidden">a side</span>
              <span className="max-md:hidden">{analysis?.sides ? "corner adds" : "round adds"}</span>
              <span className="pl-[0.9rem] text-left">lies</span>
            </span>
          </div>
          <div className="min-h-0 flex-1">
            <Editor ref={editor} text={save.text} change={save.change} choose={choose} answer={answer} />
          </div>
        </section>
        <aside className="flex min-h-0 min-w-0 flex-col border-t border-line md:max-lg:grid md:max-lg:grid-cols-2 md:max-lg:grid-rows-[auto_minmax(0,1fr)] lg:border-t-0">
          <section
            ref={drawing}
            aria-label="Drawing"
            className="relative flex flex-col gap-2 p-3 max-md:order-last max-md:aspect-square md:max-lg:row-span-2 md:max-lg:min-h-0 md:max-lg:border-r md:max-lg:border-line lg:min-h-[14rem] lg:flex-[2.2]"
          >
            <div className="min-h-0 flex-1">
              {analysis && space && settled ? (
                <SpaceView
                  settled={settled}
                  units={units}
                  title={analysis.title || motif.title}
                  onDrawn={setStanding}
                />
              ) : (
                analysis && (
                  <DrawingView
                    drawing={settled?.drawing ?? analysis.drawing}
                    settled={settled}
                    look={look}
                    title={analysis.title || motif.title}
                    chosen={chosen}
                    choose={pick}
                  />
                )
              )}
            </div>
            <PictureBar
              look={look}
              setLook={setLook}
              space={space}
              setSpace={setSpace}
              ready={settled !== null}
              drawn={space && settled ? standing : analysis !== null}
              takeAway={(kind) => {
                const shown = drawing.current?.querySelector("svg[role], canvas[role]");
                if (shown instanceof SVGSVGElement || shown instanceof HTMLCanvasElement)
                  void takePicture(shown, analysis?.title || motif.title, kind);
              }}
            />
            {look.strain && settled && !space && (
              <p className="text-sm text-quiet">
                Pressed flat: <span className="text-stop">dashes</span> are stretched,{" "}
                <span className="text-hint">dots</span> bunched, by over 3 %.
              </p>
            )}
            <WorkSign answer={answer} />
          </section>
          <LieLine
            size={analysis?.size ?? null}
            settled={settled}
            making={making?.label}
            progress={settlement.progress}
            stop={settlement.stop}
            units={units}
          />
          <section
            ref={findings}
            aria-label="What was found"
            className="min-h-[8rem] flex-1 overflow-auto"
            aria-live="polite"
          >
            {analysis && (
              <Findings
                analysis={analysis}
                current={current}
                mend={(fix) => editor.current?.mend(fix)}
                goTo={(at) => editor.current?.goTo(at)}
              />
            )}
          </section>
        </aside>
      </main>
      {save.conflict && <ConflictDialog conflict={save.conflict} settle={save.settle} keepBoth={keepBoth} />}
    </div>
  );
}
