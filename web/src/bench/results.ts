import { type Extension, RangeSet, RangeSetBuilder, StateEffect, StateField } from "@codemirror/state";
import { Decoration, type DecorationSet, EditorView, gutter, GutterMarker } from "@codemirror/view";
import type { Analysis, Round } from "../api/client";
import { bubbleAt } from "../ui/level";

const SVG = "http://www.w3.org/2000/svg";

/** The worked rounds beside their lines, and which lines are rounds. */
export const setResults = StateEffect.define<Analysis>();
/** The words to light, chosen in the drawing: pairs of offsets. */
export const setLit = StateEffect.define<[number, number][]>();

class Result extends GutterMarker {
  constructor(readonly rounds: Round[]) {
    super();
  }

  override eq(other: Result): boolean {
    return JSON.stringify(this.shown()) === JSON.stringify(other.shown());
  }

  private shown() {
    return this.rounds.map((r) => [
      r.number,
      r.stitches,
      r.per_side,
      r.corner_added,
      r.needed,
      r.verdict,
      r.making,
      r.surface,
      r.fullness,
    ]);
  }

  override toDOM(): HTMLElement {
    const last = this.rounds.at(-1);
    const row = document.createElement("div");
    row.className = "moss-result";
    if (!last) return row;
    row.title = this.rounds.map(told).join("\n");
    const first = this.rounds[0];
    const several = this.rounds.length > 1 && first;
    if (last.making) {
      row.append(cell("total", `${last.stitches}`), cell("making", "so far, in the making"));
      return row;
    }
    if (last.surface) {
      row.append(cell("total", `${last.stitches}`), cell("making", "on the face"));
      return row;
    }
    row.append(
      cell("total", several ? `${first.stitches}–${last.stitches}` : `${last.stitches}`),
      cell("side", sides(last)),
      cell("corner", corner(last)),
      level(last),
    );
    return row;
  }
}

/** A round in full, for who rests the pointer on its results. */
function told(r: Round): string {
  if (r.surface) return `${r.label}, on the face of rounds below: ${r.counts || "nothing"}.`;
  if (r.growth === null || r.needed === null)
    return `${r.label}, in the making: ${r.counts || "nothing"} so far.`;
  const corner = r.corner_added === null ? "" : `; each corner adds ${signed(r.corner_added)} stitches`;
  return `${r.label}: ${r.counts}${corner}. The edge grows by ${r.growth.toFixed(1)} stitch widths, flat wants ${r.needed.toFixed(1)}.`;
}

function cell(name: string, text: string): HTMLElement {
  const span = document.createElement("span");
  span.className = `moss-${name}`;
  span.textContent = text;
  return span;
}

function sides(r: Round): string {
  if (!r.per_side.length) return "";
  const [low, high] = [Math.min(...r.per_side), Math.max(...r.per_side)];
  return low === high ? `${low}` : `${low}–${high}`;
}

/** What each corner added to the edge, over what flat needs of it; for a circle, the whole round's. */
function corner(r: Round): string {
  if (r.verdict === "unknown" || r.growth === null || r.needed === null) return "";
  const n = r.corners || 1;
  const got = r.growth / n;
  return `${signed(got)} of ${(r.needed / n).toFixed(1).replace(/\.0$/, "")}`;
}

function signed(x: number): string {
  const rounded = Math.round(x * 10) / 10;
  return rounded < 0 ? `−${-rounded}` : `+${rounded}`;
}

const WORDS: Record<Round["verdict"], string> = {
  flat: "flat",
  "blocks out": "blocks out",
  cups: "cups",
  ruffles: "ruffles",
  unknown: "too early",
};

function level(r: Round): HTMLElement {
  const box = document.createElement("span");
  box.className = `moss-level moss-${r.verdict.replace(" ", "-")}`;
  const svg = document.createElementNS(SVG, "svg");
  svg.setAttribute("viewBox", "0 0 48 14");
  svg.setAttribute("width", "48");
  svg.setAttribute("height", "14");
  svg.setAttribute("aria-hidden", "true");
  const shapes: [string, Record<string, string>][] = [
    ["rect", { x: "0.5", y: "1.5", width: "47", height: "11", rx: "5.5", class: "moss-tube" }],
    ["path", { d: "M17 2v10M31 2v10", class: "moss-marks" }],
  ];
  if (r.verdict !== "unknown") {
    const x = 24 + bubbleAt(r.fullness, r.verdict) * 17;
    shapes.push(["ellipse", { cx: x.toFixed(1), cy: "7", rx: "6", ry: "4", class: "moss-bubble" }]);
  }
  for (const [name, attributes] of shapes) {
    const shape = document.createElementNS(SVG, name);
    for (const [k, v] of Object.entries(attributes)) shape.setAttribute(k, v);
    svg.append(shape);
  }
  box.append(svg, document.createTextNode(WORDS[r.verdict]));
  return box;
}

type Shown = { markers: RangeSet<GutterMarker>; lines: DecorationSet; lit: DecorationSet };
const NOTHING: Shown = { markers: RangeSet.empty, lines: Decoration.none, lit: Decoration.none };
const ROUND_LINE = Decoration.line({ class: "moss-round" });
const LIT = Decoration.mark({ class: "moss-lit" });

const shown = StateField.define<Shown>({
  create: () => NOTHING,
  update(value, tr) {
    let next = value;
    if (tr.docChanged) {
      next = {
        markers: next.markers.map(tr.changes),
        lines: next.lines.map(tr.changes),
        lit: Decoration.none,
      };
    }
    for (const effect of tr.effects) {
      if (effect.is(setResults)) next = { ...next, ...built(tr.state.doc, effect.value) };
      if (effect.is(setLit)) {
        const ranges = effect.value
          .filter(([a, b]) => b > a && b <= tr.state.doc.length)
          .map(([a, b]) => LIT.range(a, b));
        next = { ...next, lit: Decoration.set(ranges, true) };
      }
    }
    return next;
  },
  provide: (field) => [
    EditorView.decorations.from(field, (v) => v.lines),
    EditorView.decorations.from(field, (v) => v.lit),
  ],
});

type Doc = EditorView["state"]["doc"];

function built(doc: Doc, analysis: Analysis): Pick<Shown, "markers" | "lines"> {
  const byLine = new Map<number, Round[]>();
  for (const r of analysis.rounds) {
    if (r.start > doc.length) continue;
    const at = doc.lineAt(r.start).from;
    byLine.set(at, [...(byLine.get(at) ?? []), r]);
  }
  const markers = new RangeSetBuilder<GutterMarker>();
  const lines = new RangeSetBuilder<Decoration>();
  for (const [at, rounds] of [...byLine].sort((a, b) => a[0] - b[0])) {
    markers.add(at, at, new Result(rounds));
    lines.add(at, at, ROUND_LINE);
  }
  return { markers: markers.finish(), lines: lines.finish() };
}

/** The column of results to the right of the draft. */
export const results: Extension = [
  shown,
  gutter({
    class: "moss-results",
    side: "after",
    markers: (view) => view.state.field(shown).markers,
  }),
];
