import type { ReadLine } from "../api/client";

type Mark = ReadLine["marks"][number];

/** A run of a line's words, and the mark that they are about, if any. */
export type Piece = { words: string; mark?: Mark };

/** A line's words cut where its marks begin and end. Of two marks over the same words the one that stops the work is shown;
 * a mark over the whole line underlines nothing. */
export function pieces(line: ReadLine, text: string): Piece[] {
  const words = text.slice(line.start, line.end);
  const shown: Mark[] = [];
  for (const mark of [...line.marks].sort((a, b) => Number(b.stops) - Number(a.stops))) {
    const whole = mark.end - mark.start >= words.length;
    if (!whole && shown.every((m) => mark.end <= m.start || m.end <= mark.start)) shown.push(mark);
  }
  const out: Piece[] = [];
  let at = 0;
  for (const mark of shown.sort((a, b) => a.start - b.start)) {
    const [from, to] = [Math.max(at, mark.start - line.start), Math.min(words.length, mark.end - line.start)];
    if (from > at) out.push({ words: words.slice(at, from) });
    if (to > from) out.push({ words: words.slice(from, to), mark });
    at = Math.max(at, to);
  }
  if (at < words.length) out.push({ words: words.slice(at) });
  return out;
}
