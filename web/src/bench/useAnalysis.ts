import { useEffect, useRef, useState } from "react";
import { type Analysis, asked, client, ServerError } from "../api/client";

const PAUSE = 60;
const SLOW = 400;
const AGAIN = 3000;

export type Answer = {
  analysis: Analysis | null;
  /** The text that `analysis` is about. */
  about: string;
  state: "fresh" | "behind" | "unreachable" | "refused";
  words: string;
};

/**
 * The answer to what is typed: asked for on every pause, stale answers dropped, the last good one kept.
 * `behind` shows only when the answer takes long enough to be noticed. line: the one that the caret is in, from 0: a
 * round that is being written there isn't judged before it closes.
 */
export function useAnalysis(text: string, line: number): Answer {
  const [answer, setAnswer] = useState<Answer>({ analysis: null, about: "", state: "behind", words: "" });
  const [attempt, setAttempt] = useState(0);
  const asking = useRef<AbortController | null>(null);

  useEffect(() => {
    asking.current?.abort();
    const control = new AbortController();
    asking.current = control;
    const slow = window.setTimeout(() => setAnswer((a) => ({ ...a, state: "behind" })), PAUSE + SLOW);
    let again = 0;
    const pause = window.setTimeout(async () => {
      try {
        const call = client.POST("/api/analyse", { body: { text, line }, signal: control.signal });
        const analysis = await asked(call, text);
        if (!control.signal.aborted) setAnswer({ analysis, about: text, state: "fresh", words: "" });
      } catch (e) {
        if (control.signal.aborted) return;
        const refused = e instanceof ServerError && e.status > 0 && e.status < 500;
        const words = e instanceof Error ? e.message : "";
        setAnswer((a) => ({ ...a, state: refused ? "refused" : "unreachable", words }));
        if (!refused) again = window.setTimeout(() => setAttempt((n) => n + 1), AGAIN);
      } finally {
        window.clearTimeout(slow);
      }
    }, PAUSE);
    return () => {
      control.abort();
      window.clearTimeout(pause);
      window.clearTimeout(slow);
      window.clearTimeout(again);
    };
  }, [text, line, attempt]);

  return answer;
}
