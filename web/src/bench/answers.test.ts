// @vitest-environment jsdom
import { act, cleanup, renderHook } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { client, lines, type Settling } from "../api/client";
import { useAnalysis } from "./useAnalysis";
import { useSettled } from "./useSettled";

vi.mock("../api/client", async (actual) => ({ ...(await actual()), lines: vi.fn() }));

type Init = { body: { text: string }; signal: AbortSignal };
type Asked = { text: string; signal: AbortSignal; reply: (status: number, detail?: string) => void };

let asked: Asked[];

beforeEach(() => {
  vi.useFakeTimers();
  asked = [];
  vi.spyOn(client, "POST").mockImplementation(
    ((_: string, { body, signal }: Init) =>
      new Promise((go, fail) => {
        signal.addEventListener("abort", () => fail(new DOMException("hung up", "AbortError")));
        asked.push({
          ...body,
          signal,
          reply: (status, detail) => {
            const response = new Response(null, { status: status || 200 });
            if (status === 0) fail(new TypeError("network"));
            else if (status < 400) go({ data: { title: body.text, rounds: [], findings: [] }, response });
            else go({ error: { detail }, response });
          },
        });
      })) as unknown as typeof client.POST,
  );
});

afterEach(() => {
  cleanup();
  vi.restoreAllMocks();
  vi.useRealTimers();
});

const pass = (ms: number) => act(() => vi.advanceTimersByTimeAsync(ms));
const reply = (k: number, status: number, detail?: string) =>
  act(async () => asked[k]?.reply(status, detail));

describe("the answer to what is typed", () => {
  const typing = () => renderHook(({ text }) => useAnalysis(text, 0), { initialProps: { text: "Rnd 1" } });

  it("is asked for once typing pauses, and says which text it is about", async () => {
    const at = typing();
    at.rerender({ text: "Rnd 1: 6" });
    at.rerender({ text: "Rnd 1: 6 sc" });
    await pass(100);
    expect(asked.map((a) => a.text)).toEqual(["Rnd 1: 6 sc"]);
    await reply(0, 200);
    expect(at.result.current).toMatchObject({ about: "Rnd 1: 6 sc", state: "fresh" });
  });

  it("never shows an answer that typing has overtaken", async () => {
    const at = typing();
    await pass(100);
    at.rerender({ text: "Rnd 1: 12 dc" });
    await pass(100);
    expect(asked[0]?.signal.aborted).toBe(true);
    await reply(1, 200);
    await reply(0, 200);
    expect(at.result.current.about).toBe("Rnd 1: 12 dc");
  });

  it("keeps the last good one while a slow one is waited for, and says it is behind", async () => {
    const at = typing();
    await pass(100);
    await reply(0, 200);
    at.rerender({ text: "Rnd 1: 8 dc" });
    await pass(300);
    expect(at.result.current.state).toBe("fresh");
    await pass(300);
    expect(at.result.current).toMatchObject({ about: "Rnd 1", state: "behind" });
    await reply(1, 200);
    expect(at.result.current).toMatchObject({ about: "Rnd 1: 8 dc", state: "fresh" });
  });

  it("is asked for again where the server could not be reached, with the last good one kept", async () => {
    const at = typing();
    await pass(100);
    await reply(0, 200);
    at.rerender({ text: "Rnd 1: 8 dc" });
    await pass(100);
    await reply(1, 0);
    expect(at.result.current).toMatchObject({ about: "Rnd 1", state: "unreachable" });
    await pass(3000);
    await pass(100);
    expect(asked.length).toBe(3);
    await reply(2, 200);
    expect(at.result.current).toMatchObject({ about: "Rnd 1: 8 dc", state: "fresh", words: "" });
  });

  it("that is refused is not asked for again by itself, and says why", async () => {
    const at = typing();
    await pass(100);
    await reply(0, 413, "That is longer than a motif can be.");
    expect(at.result.current).toMatchObject({
      state: "refused",
      words: "That is longer than a motif can be.",
    });
    await pass(20_000);
    expect(asked.length).toBe(1);
  });

  it("is not waited for when the bench is left", async () => {
    const at = typing();
    await pass(100);
    at.unmount();
    expect(asked[0]?.signal.aborted).toBe(true);
  });
});

describe("the fabric at rest", () => {
  type Step = { progress: number; settled: { title: string } | null };
  let told: { text: string; signal: AbortSignal; tell: (step: Step | null) => void }[];

  beforeEach(() => {
    told = [];
    vi.mocked(lines).mockImplementation(async function* (_: string, body: unknown, signal: AbortSignal) {
      const waiting: ((step: Step | null) => void)[] = [];
      const steps: (Step | null)[] = [];
      const tell = (step: Step | null) => (waiting.shift() ?? ((s) => steps.push(s)))(step);
      signal.addEventListener("abort", () => tell(null));
      told.push({ text: (body as { text: string }).text, signal, tell });
      for (;;) {
        const step = steps.length ? steps.shift() : await new Promise<Step | null>((go) => waiting.push(go));
        if (signal.aborted) throw new DOMException("hung up", "AbortError");
        if (!step) return;
        yield step as unknown as Settling;
      }
    } as typeof lines);
  });

  const bench = () =>
    renderHook(({ text, ready }) => useSettled(text, ready), {
      initialProps: { text: "Rnd 1", ready: false },
    });
  const tell = (k: number, step: Step | null) => act(async () => told[k]?.tell(step));

  it("is asked for when typing has paused and the arithmetic is there", async () => {
    const at = bench();
    await pass(2000);
    expect(told).toEqual([]);
    at.rerender({ text: "Rnd 1", ready: true });
    await pass(200);
    expect(told).toEqual([]);
    await pass(300);
    expect(told.map((t) => t.text)).toEqual(["Rnd 1"]);
  });

  it("tells how far it has come, and then where everything lies", async () => {
    const at = bench();
    at.rerender({ text: "Rnd 1", ready: true });
    await pass(400);
    expect(at.result.current.progress).toBe(0);
    await tell(0, { progress: 0.4, settled: null });
    expect(at.result.current.progress).toBe(0.4);
    await tell(0, { progress: 1, settled: { title: "at rest" } });
    await tell(0, null);
    expect(at.result.current).toMatchObject({
      settled: { title: "at rest" },
      about: "Rnd 1",
      progress: null,
    });
  });

  it("is given up when typing goes on; what was at rest before stays, and says what it is about", async () => {
    const at = bench();
    at.rerender({ text: "Rnd 1", ready: true });
    await pass(400);
    await tell(0, { progress: 1, settled: { title: "first" } });
    at.rerender({ text: "Rnd 1, more", ready: true });
    await pass(400);
    expect(told[0]?.signal.aborted).toBe(true);
    expect(at.result.current).toMatchObject({ about: "Rnd 1", progress: 0 });
    at.rerender({ text: "Rnd 1, more yet", ready: true });
    await tell(1, { progress: 1, settled: { title: "overtaken" } });
    expect(at.result.current.settled).toEqual({ title: "first" });
  });

  it("can be stopped by hand, and then nothing more comes", async () => {
    const at = bench();
    at.rerender({ text: "Rnd 1", ready: true });
    await pass(400);
    await tell(0, { progress: 0.2, settled: null });
    act(() => at.result.current.stop());
    expect(told[0]?.signal.aborted).toBe(true);
    expect(at.result.current.progress).toBeNull();
    await tell(0, { progress: 1, settled: { title: "late" } });
    expect(at.result.current.settled).toBeNull();
  });

  it("that breaks off leaves the drawing as it was", async () => {
    vi.mocked(lines).mockImplementation(() => {
      throw new TypeError("network");
    });
    const at = bench();
    at.rerender({ text: "Rnd 1", ready: true });
    await pass(400);
    expect(at.result.current).toMatchObject({ settled: null, progress: null });
  });
});
