// @vitest-environment jsdom
import { cleanup, fireEvent, render, screen, waitFor } from "@testing-library/react";
import { afterEach, beforeAll, describe, expect, it, vi } from "vitest";
import type { Analysis, Finding, Measures, Settled } from "../api/client";
import { Plot } from "../measure/Plot";
import { ConflictDialog } from "./ConflictDialog";
import { Findings } from "./Findings";
import { LieLine } from "./LieLine";

beforeAll(() => {
  Element.prototype.scrollIntoView = vi.fn(); // the test's browser draws nothing
});
afterEach(cleanup);

const size = { side_to_side: 152, length: 0, measured: false } as Analysis["size"];
const lie: Settled["lie"] = {
  verdict: "flat",
  why: "Every round keeps its place.",
  across: 150,
  corners: 206,
  length: 0,
  angles: [89, 91, 90, 90],
  bow: 0.004,
  stands: -0.6,
  lean: 0.5,
  rise: 0,
  bowl: 0,
  wave: 0,
  strain: [],
} as unknown as Settled["lie"];
const settled = (more: Partial<Settled["lie"]>) => ({ lie: { ...lie, ...more } }) as Settled;
const line = (at: Settled | null, progress: number | null = null, stop = () => undefined, making?: string) =>
  render(<LieLine size={size} settled={at} making={making} progress={progress} stop={stop} units="cm" />);

describe("the line on size and lie", () => {
  it("has the arithmetic's size until the fabric is at rest", () => {
    line(null);
    expect(screen.getByText("about 15 cm across")).toBeTruthy();
    expect(screen.getByText("by a usual gauge")).toBeTruthy();
  });

  it("waits for a round that is still being written", () => {
    line(null, null, () => undefined, "Rnd 3");
    expect(screen.getByText("How it lies is told once Rnd 3 closes.")).toBeTruthy();
  });

  it("then says how it lies, and its corners, and nothing that is not worth a word", () => {
    line(settled({}));
    expect(screen.getByText("about 15 cm across, 20.5 cm at the corners")).toBeTruthy();
    expect(screen.getByText("Corners 90°.")).toBeTruthy();
  });

  it("says which way sides bow and corners wander, and how deep and how high", () => {
    line(settled({ bow: -0.05, stands: 6, lean: -7, verdict: "cups", bowl: 31 }));
    expect(
      screen.getByText(
        "Corners 90°, sides bow in by 5 % of their length, corners stand out by 6 mm, corners wander 7° against the work, a bowl 3 cm deep.",
      ),
    ).toBeTruthy();
    cleanup();
    line(settled({ angles: [], verdict: "ruffles", wave: 10 }));
    expect(screen.getByText("Waves 2 cm high.")).toBeTruthy();
  });

  it("gives both ways of a piece that is longer than it is wide", () => {
    line(settled({ across: 120, length: 205, angles: [] }));
    expect(screen.getByText("about 12 cm by 20.5 cm across")).toBeTruthy();
  });

  it("shows how far a long settling has come, and stops it", () => {
    const stop = vi.fn();
    line(null, 0.3, stop);
    expect(screen.getByLabelText<HTMLProgressElement>("Settling the fabric").value).toBeCloseTo(0.3);
    fireEvent.click(screen.getByText("Stop"));
    expect(stop).toHaveBeenCalledOnce();
  });
});

const finding = (more: Partial<Finding>): Finding =>
  ({
    code: "MR203",
    severity: "warn",
    message: "A stitch is skipped.",
    why: "",
    fixes: [],
    start: 4,
    ...more,
  }) as Finding;
const analysis = (findings: Finding[], verdict: Analysis["verdict"] = "flat") =>
  ({ findings, verdict }) as Analysis;

describe("the findings", () => {
  const shown = (at: Analysis, current = true) => {
    const [mend, goTo] = [vi.fn(), vi.fn()];
    render(<Findings analysis={at} current={current} mend={mend} goTo={goTo} />);
    return { mend, goTo };
  };

  it.each([
    ["flat", /lies flat/],
    ["blocks out", /wants blocking/],
    ["cups", /cups, as it is meant/],
    ["ruffles", /waves, as it is meant/],
    ["unknown", /from round 2 on/],
  ] as const)("say so when there is nothing to mend and it is %s", (verdict, words) => {
    shown(analysis([], verdict));
    expect(screen.getByText(words)).toBeTruthy();
  });

  it("go to their words, with how grave they are in a word", () => {
    const { goTo } = shown(
      analysis([finding({}), finding({ severity: "stop", message: "No such stitch.", start: 40 })]),
    );
    expect(screen.getAllByRole("listitem").map((item) => item.textContent)).toEqual([
      "LookA stitch is skipped.",
      "StopNo such stitch.",
    ]);
    fireEvent.click(screen.getByText("No such stitch."));
    expect(goTo).toHaveBeenCalledWith(40);
  });

  it("offer their mends, but not on a text that has changed since", () => {
    const fix = { label: "dc in next 2 sts", edits: [] };
    const { mend } = shown(analysis([finding({ fixes: [fix] })]));
    fireEvent.click(screen.getByRole("button", { name: fix.label }));
    expect(mend).toHaveBeenCalledWith(fix);
    cleanup();
    const late = shown(analysis([finding({ fixes: [fix] })]), false);
    fireEvent.click(screen.getByRole("button", { name: fix.label }));
    expect(late.mend).not.toHaveBeenCalled();
  });
});

describe("two versions of one motif", () => {
  const conflict = { mine: "Rnd 1: 6 sc\nRnd 2: mine", theirs: "Rnd 1: 6 sc\nRnd 2: theirs", revision: 4 };

  it("are shown side by side, and either goes on", () => {
    const settle = vi.fn();
    render(<ConflictDialog conflict={conflict} settle={settle} keepBoth={vi.fn()} />);
    expect(screen.getByText("Rnd 2: mine").className).toContain("warn");
    expect(screen.getAllByText("Rnd 1: 6 sc").every((same) => !same.className.includes("warn"))).toBe(true);
    fireEvent.click(screen.getByText("Go on with yours"));
    fireEvent.click(screen.getByText("Go on with this one"));
    expect(settle.mock.calls).toEqual([[conflict.mine], [conflict.theirs]]);
  });

  it("are both kept, or it is said why not", async () => {
    const keepBoth = vi.fn(() => Promise.reject(new Error("The server can't be reached just now.")));
    render(<ConflictDialog conflict={conflict} settle={vi.fn()} keepBoth={keepBoth} />);
    fireEvent.click(screen.getByText(/Keep both/));
    expect(keepBoth).toHaveBeenCalledWith(conflict.mine, conflict.theirs);
    await waitFor(() => expect(screen.getByRole("alert").textContent).toMatch(/can't be reached/));
  });
});

describe("prediction against measurement", () => {
  const compared = [
    { what: "across", round: 2, mm: 60, before: 55, after: 61, odd: "" },
    { what: "across", round: 4, mm: 90, before: 110, after: 121, odd: "a round missed?" },
    { what: "side", round: 4, mm: 80, before: 80, after: 80, odd: "" },
  ];
  const measures = { rounds: 4, predicted: [30, 61, 91, 121], fit: { compared } } as unknown as Measures;

  it("is told in words and drawn, with the odd ones apart", () => {
    const { container } = render(<Plot measures={measures} units="cm" />);
    const told = screen.getByRole("img").getAttribute("aria-label");
    expect(told).toContain("round 2: 6.0 cm, predicted 6.1 cm; round 4: 9.0 cm, predicted 12.1 cm");
    expect(container.querySelectorAll('[data-odd="false"] circle').length).toBe(1);
    expect(container.querySelectorAll('[data-odd="true"] path').length).toBe(1);
  });

  it("draws what was predicted before the measurements beside what is predicted now", () => {
    const { container } = render(<Plot measures={measures} units="in" />);
    const [before, after] = [...container.querySelectorAll("svg > path")].map(
      (p) => p.getAttribute("d") ?? "",
    );
    const heights = (d: string) => [...d.matchAll(/[ML]\S+ (\S+?)(?=[ML]|$)/g)].map((m) => Number(m[1]));
    expect(heights(after ?? "").length).toBe(4);
    heights(after ?? "").forEach((y, k) => expect(y).toBeLessThan(heights(before ?? "")[k] ?? 0));
    expect(screen.getByText("4 in")).toBeTruthy();
  });
});
