import { expect, it } from "vitest";
import type { Analysis } from "../api/client";
import { chosenBy } from "./chosen";

const analysis = {
  rounds: [
    { start: 0, end: 20, spans: [7, 11, 7, 11, 13, 17] },
    { start: 21, end: 40, spans: [28, 32] },
  ],
} as unknown as Analysis;

it("a cursor takes the stitches of the words it stands in", () => {
  expect(chosenBy(analysis, 8, 8)).toEqual(new Map([[0, new Set([0, 1])]]));
});

it("a cursor between words lights the round alone", () => {
  expect(chosenBy(analysis, 3, 3)).toEqual(new Map([[0, new Set()]]));
});

it("a selection takes all it touches, over rounds", () => {
  expect(chosenBy(analysis, 14, 30)).toEqual(
    new Map([
      [0, new Set([2])],
      [1, new Set([0])],
    ]),
  );
});
