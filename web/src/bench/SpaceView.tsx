import { type KeyboardEvent, useEffect, useRef, useState } from "react";
import type { Settled, Units } from "../api/client";
import { length } from "../ui/size";
import type { Stage } from "./space";
import { still } from "./strands";

const RULER = { cm: 100, in: 101.6 };

type Props = {
  settled: Settled;
  units: Units;
  title: string;
  /** Told when there is something to see: the view is fetched when it is first asked for. */
  onDrawn: (drawn: boolean) => void;
};

/** The fabric as it stands on a table: turned with the pointer or the arrow keys; a still picture without WebGL. */
export function SpaceView({ settled, units, title, onDrawn }: Props) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const stage = useRef<Stage | null>(null);
  const [plain, setPlain] = useState(false);
  const ruler = RULER[units];
  const [open, setOpen] = useState(0);

  useEffect(() => {
    let gone = false;
    void import("./space").then(({ stage: begin }) => {
      if (gone || !canvas.current) return;
      const ground = getComputedStyle(canvas.current).getPropertyValue("--ground").trim();
      try {
        stage.current = begin(canvas.current, ground || "#f4f1e8");
      } catch {
        setPlain(true);
        onDrawn(true);
        return;
      }
      setOpen((n) => n + 1);
    });
    return () => {
      gone = true;
      stage.current?.close();
      stage.current = null;
      onDrawn(false);
    };
  }, [onDrawn]);
  useEffect(() => {
    if (!open) return;
    stage.current?.show(settled, ruler / settled.width_mm);
    onDrawn(true);
  }, [settled, ruler, open, onDrawn]);

  const keys = (e: KeyboardEvent) => {
    const turns: Record<string, () => void> = {
      ArrowLeft: () => stage.current?.turn(-0.15, 0),
      ArrowRight: () => stage.current?.turn(0.15, 0),
      ArrowUp: () => stage.current?.turn(0, -0.12),
      ArrowDown: () => stage.current?.turn(0, 0.12),
      "+": () => stage.current?.zoom(0.8),
      "=": () => stage.current?.zoom(0.8),
      "-": () => stage.current?.zoom(1.25),
    };
    const turn = turns[e.key];
    if (!turn || e.ctrlKey || e.metaKey || e.altKey) return;
    e.preventDefault();
    turn();
  };

  const lie = settled.lie;
  const told = `${title} on a table: ${lie.verdict}, rising ${length(lie.rise, units)}`;
  const picture = plain ? still(settled.threads) : null;
  return (
    <div className="relative h-full w-full" data-space={plain ? "still" : "turning"}>
      {picture ? (
        <svg viewBox={picture.box.join(" ")} className="h-full w-full" role="img" aria-label={told}>
          <g fill="none" strokeLinecap="round" strokeWidth={0.34}>
            {picture.paths.map((d, k) => (
              <path key={k} d={d} stroke={settled.inks[k]} />
            ))}
          </g>
        </svg>
      ) : (
        <canvas
          ref={canvas}
          className="h-full w-full cursor-grab active:cursor-grabbing"
          role="img"
          aria-label={`${told}. Arrow keys turn it, plus and minus zoom.`}
          tabIndex={0}
          onKeyDown={keys}
        />
      )}
      <p className="pointer-events-none absolute top-0 left-0 text-sm text-quiet">
        {plain
          ? "A still view: this browser shows no turning one."
          : `The ruler on the table is ${length(ruler, units)} long.`}
      </p>
    </div>
  );
}
