import { expect, test } from "vitest";
import { addPart, dropPart, header, headerParts, withHeader, withLines } from "./header";

const DRAFT = "Motif: Gate\nHook: 4 mm\nRnd 1: 12 dc in ring\nRnd 2: 2 dc in each st around";

test("a header is read and set in its place, or before the first round", () => {
  expect(header(DRAFT, "hook")).toBe("4 mm");
  expect(withHeader(DRAFT, "Hook", "5 mm")).toContain("Motif: Gate\nHook: 5 mm\nRnd 1");
  expect(withHeader(DRAFT, "Gauge", "14 dc = 10 cm")).toContain("Hook: 4 mm\nGauge: 14 dc = 10 cm\nRnd 1");
  expect(withHeader(DRAFT, "Hook", "")).not.toContain("Hook");
  expect(withHeader(DRAFT, "Gauge", "")).toBe(DRAFT);
});

test("parts are added and dropped", () => {
  const two = addPart(addPart(DRAFT, "Measured", "Rnd 1 = 3 cm across"), "Measured", "Rnd 2 = 6 cm across");
  expect(headerParts(two, "Measured")).toEqual(["Rnd 1 = 3 cm across", "Rnd 2 = 6 cm across"]);
  expect(headerParts(dropPart(two, "Measured", 0), "Measured")).toEqual(["Rnd 2 = 6 cm across"]);
  expect(dropPart(dropPart(two, "Measured", 0), "Measured", 0)).toBe(DRAFT);
});

test("a swatch's lines take the place of the draft's own", () => {
  const out = withLines(DRAFT, "Yarn A: medium, teal\nHook: 5 mm");
  expect(header(out, "Hook")).toBe("5 mm");
  expect(header(out, "Yarn A")).toBe("medium, teal");
  expect(out.match(/Hook/g)).toHaveLength(1);
});
