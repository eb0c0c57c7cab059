import { type KeyboardEvent, type MouseEvent, useMemo, useRef } from "react";
import type { Drawing, Settled } from "../api/client";
import type { Chosen } from "./chosen";
import { strained, strand } from "./strands";
import { useView } from "./useView";

const SCALE = 10;

export type Look = { strands: boolean; strain: boolean };

type Props = {
  drawing: Drawing;
  /** The same fabric at rest, if it has come to rest: what strands and strain are drawn from. */
  settled: Settled | null;
  look: Look;
  title: string;
  chosen: Chosen;
  /** A stitch was chosen in the drawing: round and stitch by index. */
  choose: (round: number, stitch: number) => void;
};

/** The middle of a path: the mean of its points, near enough to pick a stitch by. */
function middle(d: string): [number, number] {
  const numbers = d.match(/-?\d+(?:\.\d+)?/g)?.map(Number) ?? [];
  let [x, y] = [0, 0];
  for (let i = 0; i + 1 < numbers.length; i += 2) {
    x += numbers[i] ?? 0;
    y += numbers[i + 1] ?? 0;
  }
  const n = Math.max(1, Math.floor(numbers.length / 2));
  return [x / n, y / n];
}

/** The fabric as it was worked: rounds as symbols or strands, the round at the cursor strong, chosen stitches lit. */
export function DrawingView({ drawing, settled, look, title, chosen, choose }: Props) {
  const group = useRef<SVGGElement>(null);
  const last = useRef<[number, number]>([0, 0]);
  const reach = (drawing.reach + 1) * SCALE;
  const { box, view, half, keys, pointer, dragged } = useView(reach);
  const middles = useMemo(() => drawing.rounds.map((r) => r.map(middle)), [drawing]);
  const lit = [...chosen]
    .map(([k, stitches]) => [...stitches].map((i) => drawing.rounds[k]?.[i] ?? "").join(""))
    .join("");
  const count = [...chosen.values()].reduce((n, s) => n + s.size, 0);

  const pick = (event: MouseEvent<SVGSVGElement>) => {
    const matrix = group.current?.getScreenCTM();
    if (!matrix || dragged.current) return;
    const at = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse());
    let best: [number, number] | null = null;
    let near = 14 ** 2;
    middles.forEach((round, k) =>
      round.forEach(([x, y], i) => {
        const d = (x - at.x) ** 2 + (y - at.y) ** 2;
        if (d < near) [near, best] = [d, [k, i]];
      }),
    );
    if (best) take(best);
  };

  const take = (at: [number, number]) => {
    last.current = at;
    choose(at[0], at[1]);
  };

  const walk = (event: KeyboardEvent<SVGSVGElement>) => {
    if (keys(event)) return;
    const [k, i] = last.current;
    const size = (n: number) => drawing.rounds[n]?.length ?? 0;
    const steps: Record<string, [number, number]> = {
      ArrowRight: [k, i + 1],
      ArrowLeft: [k, i - 1],
      ArrowUp: [k + 1, Math.round((i / Math.max(1, size(k))) * size(k + 1))],
      ArrowDown: [k - 1, Math.round((i / Math.max(1, size(k))) * size(k - 1))],
    };
    const to = steps[event.key];
    if (!to || !size(to[0])) return;
    event.preventDefault();
    take([to[0], (to[1] + size(to[0])) % size(to[0])]);
  };

  const width = Math.max(0.9, half / 330);
  const strands = look.strands && settled !== null;
  return (
    <svg
      ref={box}
      viewBox={`${view.x - half} ${view.y - drawing.middle * SCALE - half} ${2 * half} ${2 * half}`}
      className={`h-full w-full touch-pinch-zoom ${view.zoom > 1 ? "cursor-move" : ""}`}
      role="application"
      aria-roledescription="drawing"
      aria-label={`${title}, ${drawing.rounds.length} rounds drawn. Arrow keys go from stitch to stitch, plus and minus zoom.`}
      tabIndex={0}
      onClick={pick}
      onKeyDown={walk}
      data-settled={settled !== null}
      data-zoom={view.zoom.toFixed(2)}
      {...pointer}
    >
      <g
        ref={group}
        fill="none"
        strokeLinecap="round"
        strokeLinejoin="round"
        strokeWidth={width}
        transform={`rotate(${drawing.turn})`}
      >
        {strands
          ? [false, true].map((front) => (
              <g key={String(front)} opacity={front || chosen.size === 0 ? 1 : 0.45}>
                {settled.flat.map((round, k) =>
                  chosen.has(k) === front ? (
                    <g key={k} data-round={k + 1}>
                      <path
                        d={strand(round, !settled.open[k])}
                        stroke="var(--strand-edge)"
                        strokeWidth={4.6}
                      />
                      <path d={strand(round, !settled.open[k])} stroke={settled.inks[k]} strokeWidth={3.4} />
                    </g>
                  ) : null,
                )}
              </g>
            ))
          : [
              <path
                key="foundation"
                d={drawing.foundation}
                stroke="var(--thread-b)"
                strokeWidth={width}
                opacity={chosen.size === 0 ? 1 : 0.62}
              />,
              ...drawing.rounds.map((round, k) => (
                <path
                  key={k}
                  d={round.join("")}
                  stroke={k % 2 ? "var(--thread-b)" : "var(--thread-a)"}
                  strokeWidth={chosen.has(k) ? width * 1.7 : width}
                  opacity={chosen.size === 0 || chosen.has(k) ? 1 : 0.62}
                  data-round={k + 1}
                />
              )),
            ]}
        {drawing.ties && (
          <path
            d={drawing.ties}
            stroke="var(--ink)"
            strokeWidth={width * 1.2}
            strokeDasharray={`0 ${width * 3}`}
            data-ties=""
          />
        )}
        {look.strain && settled && <Strain settled={settled} />}
        {lit && <path d={lit} stroke="var(--lit)" strokeWidth={width * 2.6} data-lit={count} />}
      </g>
    </svg>
  );
}

/** Where the edge is stretched (long dashes) and where it is bunched (dots). */
function Strain({ settled }: { settled: Settled }) {
  const marks = useMemo(() => settled.flat.map((r, k) => strained(r, settled.strain[k] ?? [])), [settled]);
  return (
    <g data-strain="">
      <path
        d={marks.map((m) => m.stretched).join("")}
        stroke="var(--stop)"
        strokeWidth={2.6}
        strokeDasharray="5 2.5"
        strokeLinecap="butt"
      />
      <path
        d={marks.map((m) => m.bunched).join("")}
        stroke="var(--hint)"
        strokeWidth={3.2}
        strokeDasharray="0.1 4"
      />
    </g>
  );
}
