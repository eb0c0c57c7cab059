// @vitest-environment jsdom
import { act, cleanup, renderHook } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { client, type Motif } from "../api/client";
import { readLocal } from "./local";
import { useAutosave } from "./useAutosave";

const motif = { id: 7, text: "Rnd 1: 6 sc in ring", revision: 3 } as Motif;
const TYPED = `${motif.text}\nRnd 2: 2 sc in each st`;

type Sent = { revision: number; text: string };
type Reply = { status: number; body: unknown } | "unreachable";

let sent: Sent[];
let keptAlive: boolean[];
let held: ((reply: Reply) => void)[];
let answer: (body: Sent) => Reply | "hold";

/** A server that keeps one text, as ours does: a save on an older revision is refused with what is there. */
function server(text = motif.text, revision = motif.revision) {
  const stored = { text, revision };
  answer = (body) => {
    if (body.revision !== stored.revision)
      return { status: 409, body: { detail: "Changed elsewhere.", current: { ...stored } } };
    stored.text = body.text;
    stored.revision += 1;
    return { status: 200, body: { ...motif, ...stored } };
  };
  return stored;
}

function replied(reply: Reply) {
  if (reply === "unreachable") throw new TypeError("network");
  const response = new Response(null, { status: reply.status });
  return reply.status < 400 ? { data: reply.body, response } : { error: reply.body, response };
}

beforeEach(() => {
  vi.useFakeTimers();
  localStorage.clear();
  [sent, keptAlive, held] = [[], [], []];
  server();
  vi.spyOn(client, "PUT").mockImplementation((async (_: string, init: { body: Sent; keepalive: boolean }) => {
    sent.push(init.body);
    keptAlive.push(init.keepalive);
    const reply = answer(init.body);
    return replied(reply === "hold" ? await new Promise<Reply>((go) => held.push(go)) : reply);
  }) as unknown as typeof client.PUT);
});

afterEach(() => {
  cleanup();
  vi.restoreAllMocks();
  vi.useRealTimers();
});

const opened = (of: Motif = motif) => renderHook(() => useAutosave(of)).result;
const pass = (ms: number) => act(() => vi.advanceTimersByTimeAsync(ms));

describe("saving while typing", () => {
  it("sends nothing before something is typed, and nothing for the same text", async () => {
    const at = opened();
    act(() => at.current.change(motif.text));
    await pass(5000);
    expect(sent).toEqual([]);
    expect(at.current.state).toBe("saved");
  });

  it("sends once for each pause, the last text only", async () => {
    const at = opened();
    for (const text of ["Rnd 1: 6", "Rnd 1: 6 dc", TYPED]) {
      act(() => at.current.change(text));
      await pass(100);
    }
    expect(at.current.state).toBe("saving");
    await pass(1000);
    expect(sent).toEqual([{ revision: 3, text: TYPED }]);
    expect(at.current.state).toBe("saved");
    expect(readLocal(7)).toBeNull();
  });

  it("goes on from the revision that the last save made", async () => {
    const at = opened();
    for (const text of ["one", "two"]) {
      act(() => at.current.change(text));
      await pass(1000);
    }
    expect(sent).toEqual([
      { revision: 3, text: "one" },
      { revision: 4, text: "two" },
    ]);
  });

  it("knows that what was typed back to the stored text is saved", async () => {
    const at = opened();
    act(() => at.current.change(TYPED));
    await pass(100);
    act(() => at.current.change(motif.text));
    expect(at.current.state).toBe("saving");
    await pass(1000);
    expect([sent, at.current.state, readLocal(7)]).toEqual([[], "saved", null]);
  });

  it("is not done while something typed since the save began is unsaved, even the text of before", async () => {
    const stored = server();
    const kept = answer;
    answer = () => "hold";
    const at = opened();
    act(() => at.current.change(TYPED));
    await pass(700);
    act(() => at.current.change(motif.text));
    await pass(1000);
    expect(at.current.state).toBe("saving");
    answer = kept;
    Object.assign(stored, { text: TYPED, revision: 4 });
    await act(async () => held[0]?.({ status: 200, body: { ...motif, text: TYPED, revision: 4 } }));
    expect(at.current.state).toBe("saving");
    await pass(1000);
    expect([stored.text, at.current.state]).toEqual([motif.text, "saved"]);
  });

  it("never has two saves under way; what was typed meanwhile goes next", async () => {
    const stored = server();
    const kept = answer;
    answer = () => "hold";
    const at = opened();
    act(() => at.current.change("one"));
    await pass(700);
    act(() => at.current.change("one and two"));
    await pass(5000);
    expect(sent.map((s) => s.text)).toEqual(["one"]);
    expect(readLocal(7)?.text).toBe("one and two");
    answer = kept;
    stored.revision = 4;
    await act(async () => held[0]?.({ status: 200, body: { ...motif, text: "one", revision: 4 } }));
    expect(readLocal(7)?.text).toBe("one and two"); // not yet saved, so not forgotten
    await pass(1000);
    expect(sent[1]).toEqual({ revision: 4, text: "one and two" });
    expect(at.current.state).toBe("saved");
  });
});

describe("a server that can't be reached", () => {
  it("leaves the text in this browser, says so, and is asked again until it is back", async () => {
    const stored = server();
    const back = answer;
    answer = () => "unreachable";
    const at = opened();
    act(() => at.current.change(TYPED));
    await pass(700);
    expect(at.current.state).toBe("kept");
    expect(at.current.words).toMatch(/can't be reached/);
    expect(readLocal(7)).toEqual({ text: TYPED, revision: 3 });
    await pass(3100);
    expect(sent.length).toBe(2);
    answer = back;
    await pass(3100);
    expect(stored.text).toBe(TYPED);
    expect(at.current.state).toBe("saved");
    expect(at.current.words).toBe("");
    expect(readLocal(7)).toBeNull();
  });

  it("is asked at once when the network comes back", async () => {
    answer = () => "unreachable";
    const at = opened();
    act(() => at.current.change(TYPED));
    await pass(700);
    server();
    await act(async () => {
      window.dispatchEvent(new Event("online"));
      await vi.advanceTimersByTimeAsync(0);
    });
    expect(at.current.state).toBe("saved");
  });

  it("that had trouble is asked again too, one that refuses is not until something changes", async () => {
    answer = () => ({ status: 500, body: undefined });
    const at = opened();
    act(() => at.current.change("one"));
    await pass(700);
    expect(at.current.state).toBe("kept");
    answer = () => ({ status: 422, body: { detail: "That is too long." } });
    await pass(3100);
    expect([at.current.state, at.current.words]).toEqual(["refused", "That is too long."]);
    await pass(20_000);
    expect(sent.length).toBe(2);
    expect(readLocal(7)?.text).toBe("one");
    server();
    act(() => at.current.change("on"));
    await pass(700);
    expect(at.current.state).toBe("saved");
  });
});

describe("leaving the page", () => {
  it("sends what the last pause had not, with a request that outlives the page", async () => {
    const at = opened();
    act(() => at.current.change(TYPED));
    await act(async () => {
      window.dispatchEvent(new Event("pagehide"));
      await vi.advanceTimersByTimeAsync(0);
    });
    expect(sent).toEqual([{ revision: 3, text: TYPED }]);
    expect(keptAlive).toEqual([true]);
  });

  it("and coming back sends what this browser kept on the same revision", async () => {
    localStorage.setItem("moss-ring:motif:7", JSON.stringify({ text: TYPED, revision: 3 }));
    const at = opened();
    await pass(0);
    expect(at.current.text).toBe(TYPED);
    expect(at.current.conflict).toBeNull();
    expect(sent).toEqual([{ revision: 3, text: TYPED }]);
    expect(readLocal(7)).toBeNull();
  });
});

describe("two tabs", () => {
  it("sees that the other one saved, stops, and loses neither text", async () => {
    server("theirs", 4);
    const at = opened();
    act(() => at.current.change("mine"));
    await pass(700);
    expect(at.current.state).toBe("conflict");
    expect(at.current.conflict).toEqual({ mine: "mine", theirs: "theirs", revision: 4 });
    act(() => at.current.change("mine, longer"));
    await pass(5000);
    expect(sent.length).toBe(1);
    expect(readLocal(7)?.text).toBe("mine, longer");
  });

  it("goes on with the text that was chosen, over what is stored", async () => {
    const stored = server("theirs", 4);
    const at = opened();
    act(() => at.current.change("mine"));
    await pass(700);
    await act(async () => at.current.settle("mine"));
    await pass(0);
    expect(sent[1]).toEqual({ revision: 4, text: "mine" });
    expect(stored.text).toBe("mine");
    expect([at.current.state, at.current.conflict]).toEqual(["saved", null]);
  });

  it("goes on with theirs without a save", async () => {
    server("theirs", 4);
    const at = opened();
    act(() => at.current.change("mine"));
    await pass(700);
    act(() => at.current.settle("theirs"));
    await pass(5000);
    expect(sent.length).toBe(1);
    expect([at.current.text, at.current.state]).toEqual(["theirs", "saved"]);
    expect(readLocal(7)).toBeNull();
  });

  it("opens in conflict where this browser kept a text on an older revision", async () => {
    localStorage.setItem("moss-ring:motif:7", JSON.stringify({ text: "older, mine", revision: 2 }));
    const at = opened();
    await pass(5000);
    expect(at.current.state).toBe("conflict");
    expect(at.current.conflict?.theirs).toBe(motif.text);
    expect(sent).toEqual([]);
  });
});
