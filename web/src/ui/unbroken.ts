/** A number stays with what it counts, and `ch-2` and `2-ch` in one piece, at the end of a line. */
export function unbroken(text: string): string {
  return text
    .replace(/\bch (?=\d)|(\d) (?=[a-z])/g, (m) => m.trimEnd() + "\u00a0")
    .replace(/-(?=\d)|(?<=\d)-(?=[a-z])/g, "\u2011");
}
