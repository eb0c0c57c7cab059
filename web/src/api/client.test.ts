import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { asked, lines, ServerError } from "./client";

const encoder = new TextEncoder();

function answering(chunks: string[], status = 200): void {
  const body = new ReadableStream({
    start(stream) {
      for (const chunk of chunks) stream.enqueue(encoder.encode(chunk));
      stream.close();
    },
  });
  vi.stubGlobal(
    "fetch",
    vi.fn(() => Promise.resolve(new Response(body, { status }))),
  );
}

async function all(signal = new AbortController().signal): Promise<unknown[]> {
  const out: unknown[] = [];
  for await (const value of lines("/api/settle", { text: "Rnd 1: 6 sc in ring" }, signal)) out.push(value);
  return out;
}

async function failure(call: Promise<unknown>): Promise<ServerError> {
  const error: unknown = await call.then(
    () => null,
    (e: unknown) => e,
  );
  expect(error).toBeInstanceOf(ServerError);
  return error as ServerError;
}

beforeEach(() => vi.stubGlobal("document", { cookie: "other=1; moss_csrf=abc123; more=2" }));
afterEach(() => vi.unstubAllGlobals());

describe("an answer that comes line by line", () => {
  it("is a value a line, wherever the wire cuts it", async () => {
    answering(['{"done": 0.2', '5}\n{"done": 0.5}\n{"do', 'ne": 1}\n']);
    expect(await all()).toEqual([{ done: 0.25 }, { done: 0.5 }, { done: 1 }]);
  });
  it("may end without a line's end", async () => {
    answering(['{"done": 1}']);
    expect(await all()).toEqual([{ done: 1 }]);
  });
  it("may be cut within a letter", async () => {
    const whole = encoder.encode('{"title": "Möwe"}\n');
    const body = new ReadableStream({
      start(stream) {
        stream.enqueue(whole.slice(0, 13));
        stream.enqueue(whole.slice(13));
        stream.close();
      },
    });
    vi.stubGlobal(
      "fetch",
      vi.fn(() => Promise.resolve(new Response(body))),
    );
    expect(await all()).toEqual([{ title: "Möwe" }]);
  });
  it("carries the token of the session and what was asked", async () => {
    answering(["{}\n"]);
    await all();
    const [path, sent] = vi.mocked(fetch).mock.calls[0] ?? [];
    expect(path).toBe("/api/settle");
    expect((sent?.headers as Record<string, string>)["X-CSRFToken"]).toBe("abc123");
    expect(sent?.body).toBe('{"text":"Rnd 1: 6 sc in ring"}');
  });
  it("is an error in words where the server has trouble", async () => {
    answering(["no"], 503);
    const error = await failure(all());
    expect([error.status, error.message]).toEqual([503, "The server had trouble with that."]);
  });
});

describe("what was asked", () => {
  const answer = (status: number, error?: unknown) =>
    Promise.resolve({ error, response: new Response(null, { status }) });

  it("is the data of a good answer", async () => {
    expect(await asked(Promise.resolve({ data: { id: 7 }, response: new Response("{}") }))).toEqual({
      id: 7,
    });
  });
  it("keeps the server's own words, and what it sends with them", async () => {
    const problem = { detail: "Somebody saved this motif.", current: { text: "theirs", revision: 4 } };
    const error = await failure(asked(answer(409, problem)));
    expect([error.status, error.message]).toEqual([409, "Somebody saved this motif."]);
    expect(error.problem).toEqual(problem);
  });
  it("has words of its own where the server has none", async () => {
    expect((await failure(asked(answer(500)))).message).toBe("The server had trouble with that.");
  });
  it("says when nothing can be reached", async () => {
    const error = await failure(asked(Promise.reject(new TypeError("Failed to fetch"))));
    expect([error.status, error.message]).toEqual([0, "The server can't be reached just now."]);
  });
  it("passes on that somebody hung up: that is no trouble", async () => {
    const gone = new DOMException("hung up", "AbortError");
    await expect(asked(Promise.reject(gone))).rejects.toBe(gone);
  });
});
