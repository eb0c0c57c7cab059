import type { Analysis } from "../api/client";

/** What is chosen: rounds by index, and in each the indices of the stitches that the words made. */
export type Chosen = Map<number, Set<number>>;

/** The stitches whose words a selection touches; a cursor takes the narrowest words that hold it. */
export function chosenBy(analysis: Analysis, from: number, to: number): Chosen {
  const out: Chosen = new Map();
  analysis.rounds.forEach((round, k) => {
    if (to < round.start || from > round.end) return;
    out.set(k, from === to ? holding(round.spans, from) : touched(round.spans, from, to));
  });
  return out;
}

function touched(spans: number[], from: number, to: number): Set<number> {
  const out = new Set<number>();
  for (let i = 0; i + 1 < spans.length; i += 2) {
    if ((spans[i] ?? 0) < to && (spans[i + 1] ?? 0) > from) out.add(i / 2);
  }
  return out;
}

function holding(spans: number[], at: number): Set<number> {
  let width = Infinity;
  let out = new Set<number>();
  for (let i = 0; i + 1 < spans.length; i += 2) {
    const a = spans[i] ?? 0;
    const b = spans[i + 1] ?? 0;
    if (a > at || b < at) continue;
    if (b - a < width) {
      width = b - a;
      out = new Set();
    }
    if (b - a === width) out.add(i / 2);
  }
  return out;
}
