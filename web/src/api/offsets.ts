const LONG = /[\ud800-\udbff]/;

/** The server counts characters, the browser UTF-16 units: the same until a text holds an emoji. */
export function unitOffsets(text: string): (at: number) => number {
  if (!LONG.test(text)) return (at) => at;
  const starts: number[] = [];
  for (let i = 0; i < text.length; i++) {
    starts.push(i);
    const code = text.charCodeAt(i);
    const next = text.charCodeAt(i + 1);
    if (code >= 0xd800 && code <= 0xdbff && next >= 0xdc00 && next <= 0xdfff) i++;
  }
  return (at) => starts[at] ?? text.length;
}

const PLACES = new Set(["start", "end", "spans"]);

/** An answer about a text with every place in it (`start`, `end`, `spans`) in the browser's units. */
export function inUnits<T>(answer: T, text: string): T {
  if (!LONG.test(text)) return answer;
  const at = unitOffsets(text);
  const moved = (value: unknown, place: boolean): unknown => {
    if (typeof value === "number") return place ? at(value) : value;
    if (Array.isArray(value)) return value.map((v) => moved(v, place));
    if (value === null || typeof value !== "object") return value;
    return Object.fromEntries(Object.entries(value).map(([k, v]) => [k, moved(v, PLACES.has(k))]));
  };
  return moved(answer, false) as T;
}
