import { beforeEach, describe, expect, it, vi } from "vitest";
import type { Motif } from "../api/client";
import { forgetLocal, keepLocal, readLocal } from "./local";
import { opening } from "./useAutosave";

const kept = new Map<string, string>();

beforeEach(() => {
  kept.clear();
  vi.stubGlobal("localStorage", {
    getItem: (k: string) => kept.get(k) ?? null,
    setItem: (k: string, v: string) => kept.set(k, v),
    removeItem: (k: string) => kept.delete(k),
  });
});

const motif = { id: 7, text: "Rnd 1: 6 sc in ring", revision: 3 } as Motif;

describe("what this browser keeps", () => {
  it("comes back, each motif its own", () => {
    keepLocal(7, "mine", 3);
    keepLocal(8, "other", 1);
    expect(readLocal(7)).toEqual({ text: "mine", revision: 3 });
  });
  it("is forgotten only if it is what was saved", () => {
    keepLocal(7, "typed on", 3);
    forgetLocal(7, "typed");
    expect(readLocal(7)?.text).toBe("typed on");
    forgetLocal(7, "typed on");
    expect(readLocal(7)).toBeNull();
  });
  it("is nothing when it is no use", () => {
    kept.set("moss-ring:motif:7", "{broken");
    expect(readLocal(7)).toBeNull();
    kept.set("moss-ring:motif:7", '{"text": 5}');
    expect(readLocal(7)).toBeNull();
  });
  it("does not stop the typing when there is no room", () => {
    vi.stubGlobal("localStorage", {
      setItem: () => {
        throw new Error("full");
      },
    });
    expect(() => keepLocal(7, "mine", 3)).not.toThrow();
  });
});

describe("opening a motif", () => {
  it("takes what the server has when nothing was kept", () => {
    expect(opening(motif)).toEqual({ text: motif.text, conflict: null });
  });
  it("goes on with what was kept on the same revision", () => {
    keepLocal(7, "mine", 3);
    expect(opening(motif)).toEqual({ text: "mine", conflict: null });
  });
  it("shows both when the server has moved on", () => {
    keepLocal(7, "mine", 2);
    expect(opening(motif).conflict).toEqual({ mine: "mine", theirs: motif.text, revision: 3 });
  });
  it("sees no conflict where both are the same", () => {
    keepLocal(7, motif.text, 1);
    expect(opening(motif).conflict).toBeNull();
  });
});
