import { beforeEach, describe, expect, it, vi } from "vitest";
import { keep, moved, SECTIONS, shown, switched, wanted } from "./paper";

const store = new Map<string, string>();

beforeEach(() => {
  store.clear();
  vi.stubGlobal("localStorage", {
    getItem: (key: string) => store.get(key) ?? null,
    setItem: (key: string, value: string) => store.set(key, value),
  });
});

describe("how a designer wants the page", () => {
  it("is every section in its order on A4, where nothing was said", () => {
    expect(shown(wanted())).toEqual(SECTIONS.map(([key]) => key));
    expect(wanted().paper).toBe("a4");
  });

  it("comes back as it was kept", () => {
    const page = switched(moved({ ...wanted(), paper: "letter" }, "chart", -1), "words");
    keep(page);
    expect(wanted()).toEqual(page);
    expect(shown(wanted()).indexOf("chart")).toBeLessThan(shown(wanted()).indexOf("rounds"));
    expect(shown(wanted())).not.toContain("words");
  });

  it("leaves the ends where they are, and knows no strange section", () => {
    expect(moved(wanted(), "picture", -1)).toEqual(wanted());
    expect(moved(wanted(), "credits", 1)).toEqual(wanted());
    store.set("moss-ring:page", JSON.stringify({ order: ["weather", "chart"], out: ["fog"] }));
    expect(wanted().order[0]).toBe("chart");
    expect(wanted().order).toHaveLength(SECTIONS.length);
    expect(wanted().out).toEqual([]);
  });

  it("is as usual where what was kept can't be read", () => {
    store.set("moss-ring:page", "{");
    expect(shown(wanted())).toHaveLength(SECTIONS.length);
  });
});
