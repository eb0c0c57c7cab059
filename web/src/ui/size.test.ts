import { describe, expect, it } from "vitest";
import { bubbleAt } from "./level";
import { exact, length } from "./size";

describe("length", () => {
  it("rounds to half a unit", () => {
    expect(length(151, "cm")).toBe("15 cm");
    expect(length(133, "cm")).toBe("13.5 cm");
    expect(length(152.4, "in")).toBe("6 in");
  });
});

describe("bubbleAt", () => {
  it("drifts left when the round cups and right when it ruffles", () => {
    expect(bubbleAt([0.6, 0.7], "cups")).toBeLessThan(-0.3);
    expect(bubbleAt([1.3, 1.4], "ruffles")).toBeGreaterThan(0.3);
    expect(Math.abs(bubbleAt([0.97, 1.02], "flat"))).toBeLessThan(0.1);
  });
  it("never leaves the tube", () => {
    expect(bubbleAt([0.01, 0.02], "cups")).toBeGreaterThanOrEqual(-1);
    expect(bubbleAt([9, 10], "ruffles")).toBeLessThanOrEqual(1);
  });
});

it("what is measured is told to a tenth", () => {
  expect(exact(82, "cm")).toBe("8.2 cm");
  expect(exact(82, "in")).toBe("3.2 in");
});
