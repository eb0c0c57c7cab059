import { expect, test } from "vitest";
import { still, strained, strand } from "./strands";

const square = [
  [0, 0, 0, 1, 1, 0],
  [0, 0, 0, -1, 1, 0],
  [0, 0, 0, -1, -1, 0],
  [0, 0, 0, 1, -1, 0],
].flat();

test("a strand goes from each foot to its top and closes along the tops", () => {
  const path = strand(square, true);
  expect(path.match(/M/g)).toHaveLength(5);
  expect(path).toContain("M0.0 0.0L10.0 -10.0");
  expect(path.endsWith("Z")).toBe(true);
  expect(strand(square, false).endsWith("Z")).toBe(false);
});

test("strain is marked where it can be seen, stretched apart from bunched", () => {
  const { stretched, bunched } = strained(square, [0.08, -0.05, 0.01, 0]);
  expect(stretched.match(/M/g)).toHaveLength(1);
  expect(bunched.match(/M/g)).toHaveLength(1);
  expect(strained(square, [0, 0.02, -0.02, 0])).toEqual({ stretched: "", bunched: "" });
});

test("the still view shows height as height", () => {
  const low = still([[0, 0, 0, 1, 0, 0]]);
  const high = still([[0, 0, 0, 1, 0, 2]]);
  expect(high.box[3]).toBeGreaterThan(low.box[3]);
  expect(still([]).box).toEqual([-1, -1, 2, 2]);
});
