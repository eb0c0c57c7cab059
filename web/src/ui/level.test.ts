import { describe, expect, it } from "vitest";
import { bubbleAt } from "./level";

describe("the bubble of the level", () => {
  it("rests in the middle for what is even, and within the marks for all that is flat", () => {
    expect(bubbleAt([1, 1], "flat")).toBeCloseTo(0);
    for (const fullness of [
      [0.7, 0.95],
      [1.1, 1.3],
      [0.92, 1.08],
    ])
      expect(Math.abs(bubbleAt(fullness, "flat"))).toBeLessThanOrEqual(0.2);
  });
  it("leaves the marks to the side that the fabric errs to", () => {
    expect(bubbleAt([0.5, 0.6], "cups")).toBeLessThan(-0.3);
    expect(bubbleAt([1.5, 1.6], "ruffles")).toBeGreaterThan(0.3);
    expect(bubbleAt([0.8, 0.84], "blocks out")).toBeLessThan(0);
    expect(bubbleAt([1.2, 1.3], "blocks out")).toBeGreaterThan(0);
  });
  it("goes further the further it is off, and never past the tube", () => {
    expect(bubbleAt([0.5, 0.55], "cups")).toBeLessThan(bubbleAt([0.7, 0.8], "cups"));
    expect(bubbleAt([0.01, 0.02], "cups")).toBeGreaterThanOrEqual(-1);
    expect(bubbleAt([90, 99], "ruffles")).toBeLessThanOrEqual(1);
  });
  it("floats in the middle where it is too early to tell", () => {
    expect(Math.abs(bubbleAt([0.3, 2], "unknown"))).toBeLessThanOrEqual(0.2);
    expect(bubbleAt([], "unknown")).toBeCloseTo(0);
  });
});
