import { expect, it } from "vitest";
import { unbroken } from "./unbroken";

it("keeps a number with what it counts", () => {
  expect(unbroken("ch 2, 3 dc in next ch-2 sp")).toBe("ch\u00a02, 3\u00a0dc in next ch\u20112\u00a0sp");
  expect(unbroken("2 ch, 3 tr in next 2-ch sp")).toBe("2\u00a0ch, 3\u00a0tr in next 2\u2011ch sp");
});

it("changes nothing that may be broken", () => {
  expect(unbroken("join with sl st - and fasten off")).toBe("join with sl st - and fasten off");
  expect(unbroken("half-double in each st")).toBe("half-double in each st");
});
