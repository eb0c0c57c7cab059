import { useEffect, useState } from "react";
import { lines, type Settled, type Settling } from "../api/client";

const PAUSE = 350;

export type Settlement = {
  settled: Settled | null;
  /** The text that `settled` is about. */
  about: string;
  /** How far the settling of the present text has come; null while none is under way. */
  progress: number | null;
  /** Stop the settling that is under way; the drawing stays as the arithmetic has it. */
  stop: () => void;
};

type State = { settled: Settled | null; about: string; progress: number | null };

/** The fabric at rest, asked for when typing has paused and given up as soon as it goes on. */
export function useSettled(text: string, ready: boolean): Settlement {
  const [state, setState] = useState<State>({ settled: null, about: "", progress: null });
  const [control, setControl] = useState<AbortController | null>(null);

  useEffect(() => {
    if (!ready) return;
    const abort = new AbortController();
    const pause = window.setTimeout(async () => {
      setControl(abort);
      setState((s) => ({ ...s, progress: 0 }));
      try {
        for await (const line of lines<Settling>("/api/settle", { text }, abort.signal)) {
          if (abort.signal.aborted) return;
          if (line.settled) setState({ settled: line.settled, about: text, progress: null });
          else setState((s) => ({ ...s, progress: line.progress < 1 ? line.progress : null }));
        }
      } catch {
        // unreachable or stopped: the drawing of the arithmetic stays
      } finally {
        if (!abort.signal.aborted) setState((s) => ({ ...s, progress: null }));
      }
    }, PAUSE);
    return () => {
      abort.abort();
      window.clearTimeout(pause);
    };
  }, [text, ready]);

  const stop = () => {
    control?.abort();
    setState((s) => ({ ...s, progress: null }));
  };
  return { ...state, stop };
}
