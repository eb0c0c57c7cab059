import { expect, it } from "vitest";
import { unitOffsets } from "./offsets";

it("leaves plain texts alone", () => {
  expect(unitOffsets("Rnd 1: 12 dc")(5)).toBe(5);
});

it("steps over what takes two units", () => {
  const text = "🧶 Rnd 1";
  const at = unitOffsets(text);
  expect(text.slice(at(2), at(5))).toBe("Rnd");
  expect(at(99)).toBe(text.length);
});
