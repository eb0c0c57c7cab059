import type { Analysis } from "../api/client";

/** The server counts characters, the browser UTF-16 units: the same until a text holds an emoji. */
export function unitOffsets(text: string): (at: number) => number {
  if (!/[\ud800-\udbff]/.test(text)) return (at) => at;
  const starts: number[] = [];
  for (let i = 0; i < text.length; i++) {
    starts.push(i);
    const code = text.charCodeAt(i);
    if (code >= 0xd800 && code <= 0xdbff) i++;
  }
  return (at) => starts[at] ?? text.length;
}

/** The analysis with every offset in the browser's units. */
export function inUnits(analysis: Analysis, text: string): Analysis {
  const at = unitOffsets(text);
  return {
    ...analysis,
    rounds: analysis.rounds.map((r) => ({
      ...r,
      start: at(r.start),
      end: at(r.end),
      spans: r.spans.map(at),
    })),
    findings: analysis.findings.map((f) => ({
      ...f,
      start: at(f.start),
      end: at(f.end),
      fixes: f.fixes.map((x) => ({
        ...x,
        edits: x.edits.map((e) => ({ ...e, start: at(e.start), end: at(e.end) })),
      })),
    })),
  };
}
