import createClient from "openapi-fetch";
import { inUnits } from "./offsets";
import type { components, paths } from "./schema";

export type Analysis = components["schemas"]["AnalysisOut"];
export type Round = components["schemas"]["RoundOut"];
export type Finding = components["schemas"]["FindingOut"];
export type Fix = components["schemas"]["FixOut"];
export type Drawing = components["schemas"]["DrawingOut"];
export type Settled = components["schemas"]["SettledOut"];
export type Settling = components["schemas"]["SettlingOut"];
export type Measures = components["schemas"]["MeasuresOut"];
export type Swatch = components["schemas"]["SwatchOut"];
export type Sheet = components["schemas"]["PatternOut"];
export type Offer = components["schemas"]["OfferOut"];
export type Reading = components["schemas"]["ReadInOut"];
export type ReadLine = components["schemas"]["ReadLineOut"];
export type Card = components["schemas"]["CardOut"];
export type Motif = components["schemas"]["MotifOut"];
export type Session = components["schemas"]["SessionOut"];
export type Problem = components["schemas"]["ProblemOut"];
export type Terms = Session["terms"];
export type Units = Session["units"];
export type Level = Round["verdict"];
export type Format = components["schemas"]["WriteIn"]["format"];

export const client = createClient<paths>({ baseUrl: "/" });

function token(): string {
  return /(?:^|; )moss_csrf=([^;]+)/.exec(document.cookie)?.[1] ?? "";
}

client.use({
  onRequest({ request }) {
    if (request.method !== "GET") request.headers.set("X-CSRFToken", token());
    return request;
  },
});

/** An answer of the server that is not the one hoped for; `status` 0 when it could not be reached. */
export class ServerError extends Error {
  constructor(
    readonly status: number,
    message: string,
    readonly problem?: Problem,
  ) {
    super(message);
  }
}

type Answer<T> = { data?: T; error?: unknown; response: Response };

/** The data of an answer, or a ServerError in words that can be shown. about: the text that was asked about, unless the
 * answer gives it back: places in it are in the browser's units then. */
export async function asked<T>(call: Promise<Answer<T>>, about = ""): Promise<T> {
  let answer: Answer<T>;
  try {
    answer = await call;
  } catch (e) {
    if (e instanceof DOMException && e.name === "AbortError") throw e;
    throw new ServerError(0, "The server can't be reached just now.");
  }
  if (answer.response.ok) {
    const data = answer.data as T;
    return inUnits(data, (data as { text?: string } | null | undefined)?.text ?? about);
  }
  const problem = answer.error as Problem | undefined;
  throw new ServerError(
    answer.response.status,
    problem?.detail ?? "The server had trouble with that.",
    problem,
  );
}

/** Keep a text as a new motif. */
export function keep(text: string): Promise<Motif> {
  const unused = {
    shape: "",
    terms: "us",
    title: "",
    stitch: "dc",
    begin: "magic ring",
    length_mm: 0,
    width_mm: 0,
  } as const;
  return asked(client.POST("/api/motifs", { body: { ...unused, text } }));
}

type Paper = components["schemas"]["WriteIn"]["paper"];

/** What is to be published, and how: all but the terms. */
export type Pattern = { text: string; style: string; plain: boolean; paper: Paper; sections: string[] };
type InTerms = Pattern & { terms: Terms };

async function written(pattern: InTerms, format: Format): Promise<{ data: Blob; response: Response }> {
  const { data, response } = await client
    .POST("/api/write", { body: { ...pattern, format }, parseAs: "blob" })
    .catch(() => {
      throw new ServerError(0, "The server can't be reached just now.");
    });
  if (!response.ok || !data) throw new ServerError(response.status, "The file could not be made.");
  return { data, response };
}

/** The pattern in a format. */
export const writtenAs = async (pattern: InTerms, format: Format): Promise<Blob> =>
  (await written(pattern, format)).data;

/** Ask for the pattern as a file and hand it to the browser to keep. */
export async function takeAway(pattern: InTerms, format: Format): Promise<void> {
  const { data, response } = await written(pattern, format);
  const name = /filename="([^"]+)"/.exec(response.headers.get("Content-Disposition") ?? "")?.[1];
  const link = document.createElement("a");
  link.href = URL.createObjectURL(data);
  link.download = name ?? "motif";
  link.click();
  URL.revokeObjectURL(link.href);
}

/** An answer that comes line by line, each line a value. Aborting hangs up. */
export async function* lines<T>(path: string, body: unknown, signal: AbortSignal): AsyncGenerator<T> {
  const response = await fetch(path, {
    method: "POST",
    headers: { "Content-Type": "application/json", "X-CSRFToken": token() },
    body: JSON.stringify(body),
    signal,
  });
  if (!response.ok || !response.body)
    throw new ServerError(response.status, "The server had trouble with that.");
  const reader = response.body.pipeThrough(new TextDecoderStream()).getReader();
  let rest = "";
  for (;;) {
    const { value, done } = await reader.read();
    if (done) break;
    const parts = (rest + value).split("\n");
    rest = parts.pop() ?? "";
    for (const part of parts) yield JSON.parse(part) as T;
  }
  if (rest) yield JSON.parse(rest) as T;
}
