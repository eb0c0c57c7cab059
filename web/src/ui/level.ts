import type { Level as Verdict } from "../api/client";

/** Where the bubble floats: -1 cups, 0 flat, 1 ruffles, from the fullness interval. */
export function bubbleAt(fullness: number[], verdict: Verdict): number {
  const [low = 1, high = 1] = fullness;
  if (verdict === "flat" || verdict === "unknown")
    return Math.max(-0.2, Math.min(0.2, Math.log((low + high) / 2)));
  const off = high < 1 ? Math.log(high) : Math.log(Math.max(low, 1));
  const far = Math.max(0.32, Math.min(1, Math.abs(off) * 2));
  return verdict === "cups" || (verdict === "blocks out" && high < 1) ? -far : far;
}
