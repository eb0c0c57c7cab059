import type { Level as Verdict } from "../api/client";

const WORDS: Record<Verdict, string> = {
  flat: "flat",
  "blocks out": "blocks out",
  cups: "cups",
  ruffles: "ruffles",
  unknown: "too early",
};
const INK: Record<Verdict, string> = {
  flat: "text-moss",
  "blocks out": "text-hint",
  cups: "text-warn",
  ruffles: "text-warn",
  unknown: "text-quiet",
};

/** Where the bubble floats: -1 cups, 0 flat, 1 ruffles, from the fullness interval. */
export function bubbleAt(fullness: number[], verdict: Verdict): number {
  const [low = 1, high = 1] = fullness;
  if (verdict === "flat" || verdict === "unknown")
    return Math.max(-0.2, Math.min(0.2, Math.log((low + high) / 2)));
  const off = high < 1 ? Math.log(high) : Math.log(Math.max(low, 1));
  const far = Math.max(0.32, Math.min(1, Math.abs(off) * 2));
  return verdict === "cups" || (verdict === "blocks out" && high < 1) ? -far : far;
}

/** The level: a bubble in a tube, and always the word beside it. */
export function Level({ verdict, fullness }: { verdict: Verdict; fullness: number[] }) {
  const x = 30 + bubbleAt(fullness, verdict) * 23;
  return (
    <span className={`inline-flex items-center gap-2 whitespace-nowrap ${INK[verdict]}`}>
      <svg width="60" height="14" viewBox="0 0 60 14" aria-hidden="true">
        <rect
          x="0.5"
          y="1.5"
          width="59"
          height="11"
          rx="5.5"
          fill="var(--sunk)"
          stroke="currentColor"
          opacity="0.55"
        />
        <path d="M22 2v10M38 2v10" stroke="currentColor" opacity="0.6" />
        {verdict !== "unknown" && <ellipse cx={x} cy="7" rx="6" ry="4" fill="currentColor" />}
      </svg>
      <span>{WORDS[verdict]}</span>
    </span>
  );
}
