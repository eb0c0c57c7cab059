import { describe, expect, it } from "vitest";
import type { Analysis, Finding } from "../api/client";
import { diagnostics, edits } from "./diagnostics";

const about = "Rnd 1: 12 dc in ring\nRnd 2: 2 dc in each st (23 dc)";

const finding = (more: Partial<Finding>): Finding => ({
  code: "MR301",
  severity: "stop",
  round: 2,
  start: 45,
  end: 50,
  message: "Round 2 says 23 dc, and works out at 24.",
  why: "",
  fixes: [{ label: "State 24", edits: [{ start: 45, end: 47, text: "24" }] }],
  ...more,
});

const marks = (findings: Finding[], text = about) => diagnostics({ findings } as Analysis, text);

describe("findings as marks in the words", () => {
  it("stand at their words, each as grave as it is", () => {
    const found = marks([
      finding({}),
      finding({ severity: "warn", start: 0, end: 5 }),
      finding({ severity: "hint" }),
    ]);
    expect(found.map((d) => [d.from, d.to, d.severity])).toEqual([
      [45, 50, "error"],
      [0, 5, "warning"],
      [45, 50, "info"],
    ]);
    expect(found[0]?.message).toBe("Round 2 says 23 dc, and works out at 24.");
  });
  it("never reach past the text, whatever was deleted since", () => {
    const [one] = marks([finding({})], about.slice(0, 30));
    expect([one?.from, one?.to]).toEqual([30, 30]);
  });
  it("offer their mends by name", () => {
    expect(marks([finding({})])[0]?.actions?.map((a) => a.name)).toEqual(["State 24"]);
    expect(marks([finding({ fixes: [] })])[0]?.actions).toEqual([]);
  });
  it("mend only the words that they are about", () => {
    const sent: unknown[] = [];
    const view = (text: string) =>
      ({
        state: { doc: { toString: () => text } },
        dispatch: (change: unknown) => sent.push(change),
      }) as never;
    const action = marks([finding({})])[0]?.actions?.[0];
    action?.apply(view(`${about}!`), 0, 0);
    expect(sent).toEqual([]);
    action?.apply(view(about), 0, 0);
    expect(sent).toHaveLength(1);
  });
});

describe("a mend as one change", () => {
  it("makes all its edits at once, so that one undo takes it back", () => {
    const fix = {
      label: "Make it 6 times",
      edits: [
        { start: 0, end: 3, text: "Round" },
        { start: 7, end: 9, text: "6" },
      ],
    };
    expect(edits(fix).changes).toEqual([
      { from: 0, to: 3, insert: "Round" },
      { from: 7, to: 9, insert: "6" },
    ]);
  });
});
