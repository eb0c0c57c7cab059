import { describe, expect, it } from "vitest";
import type { ReadLine } from "../api/client";
import { pieces } from "./pieces";

const text = "A title\nRnd 2: 2 dc in frob, oh joy, join (24)\n";
const start = text.indexOf("Rnd");
const end = text.length - 1;

function line(...about: [words: string, stops?: boolean][]): ReadLine {
  const marks = about.map(([words, stops = false]) => {
    const at = text.indexOf(words);
    return { start: at, end: at + words.length, message: words, nearest: "", stops, fix: null };
  });
  return { start, end, kind: "understood", became: "", marks };
}

const shown = (l: ReadLine) => pieces(l, text).map((p) => (p.mark ? `[${p.words}]` : p.words));

describe("a line's words and what is marked in them", () => {
  it("leaves a line without marks whole", () => {
    expect(shown(line())).toEqual([text.slice(start, end)]);
  });

  it("marks every place, in the order of the words", () => {
    expect(shown(line(["oh joy"], ["frob"]))).toEqual([
      "Rnd 2: 2 dc in ",
      "[frob]",
      ", ",
      "[oh joy]",
      ", join (24)",
    ]);
  });

  it("shows what stops the work where two are about the same words", () => {
    const both = pieces(line(["frob, oh"], ["oh joy", true]), text);
    expect(both.filter((p) => p.mark).map((p) => [p.words, p.mark?.stops])).toEqual([["oh joy", true]]);
  });

  it("underlines nothing where all of the line is meant", () => {
    expect(shown(line([text.slice(start, end)]))).toEqual([text.slice(start, end)]);
  });

  it("puts the words together again as they were", () => {
    expect(
      pieces(line(["24"], ["2 dc"], ["joy"]), text)
        .map((p) => p.words)
        .join(""),
    ).toBe(text.slice(start, end));
  });
});
