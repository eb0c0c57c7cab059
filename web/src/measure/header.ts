/** Header lines of a draft, changed in its text: the text is all there is. */

const ROUND = /^\s*(?:[-•*>#]+\s+)?(?:rounds?|rnds?|rows?|rds?|r)\.?\s*\d/i;

const isKey = (line: string, key: string) => line.toLowerCase().startsWith(`${key.toLowerCase()}:`);

/** The value of a header line, or "". */
export function header(text: string, key: string): string {
  const line = text.split("\n").find((l) => isKey(l, key));
  return line ? line.slice(key.length + 1).trim() : "";
}

/** The text with a header line set to a value, in its place or before the first round; an empty value takes it away. */
export function withHeader(text: string, key: string, value: string): string {
  const lines = text.split("\n");
  const at = lines.findIndex((l) => isKey(l, key));
  if (at >= 0) {
    if (value) lines[at] = `${lines[at]?.slice(0, key.length)}: ${value}`;
    else lines.splice(at, 1);
    return lines.join("\n");
  }
  if (!value) return text;
  const first = lines.findIndex((l) => ROUND.test(l));
  lines.splice(first < 0 ? lines.length : first, 0, `${key}: ${value}`);
  return lines.join("\n");
}

const parts = (value: string) =>
  value
    .split(";")
    .map((p) => p.trim())
    .filter(Boolean);

/** The parts of a header line that says several things, apart by semicolons. */
export const headerParts = (text: string, key: string): string[] => parts(header(text, key));

export function addPart(text: string, key: string, part: string): string {
  return withHeader(text, key, [...headerParts(text, key), part].join("; "));
}

export function dropPart(text: string, key: string, index: number): string {
  return withHeader(
    text,
    key,
    headerParts(text, key)
      .filter((_, i) => i !== index)
      .join("; "),
  );
}

/** The text with the lines of a swatch in place of its own. */
export function withLines(text: string, lines: string): string {
  return lines.split("\n").reduce((out, line) => {
    const colon = line.indexOf(":");
    return colon > 0 ? withHeader(out, line.slice(0, colon), line.slice(colon + 1).trim()) : out;
  }, text);
}
