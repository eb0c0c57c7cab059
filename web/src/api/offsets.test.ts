import { expect, it } from "vitest";
import { inUnits, unitOffsets } from "./offsets";

it("leaves plain texts alone", () => {
  expect(unitOffsets("Rnd 1: 12 dc")(5)).toBe(5);
  const answer = { start: 3 };
  expect(inUnits(answer, "Rnd 1: 12 dc")).toBe(answer);
});

it("steps over what takes two units", () => {
  const text = "🧶 Rnd 1";
  const at = unitOffsets(text);
  expect(text.slice(at(2), at(5))).toBe("Rnd");
  expect(at(99)).toBe(text.length);
});

it("moves every place of an answer, however deep, and no other number", () => {
  const text = "🧶🧶 Rnd 1: 12 dx";
  const answer = {
    rounds: 12,
    lines: [
      {
        start: 0,
        end: 15,
        marks: [{ start: 13, end: 15, stops: true, fix: { edits: [{ start: 13, end: 15, text: "dc" }] } }],
      },
    ],
    spans: [3, 6],
  };
  const moved = inUnits(answer, text);
  const edit = moved.lines[0]?.marks[0]?.fix.edits[0];
  expect(text.slice(edit?.start, edit?.end)).toBe("dx");
  expect(moved.rounds).toBe(12);
  expect(text.slice(...(moved.spans as [number, number]))).toBe("Rnd");
});
