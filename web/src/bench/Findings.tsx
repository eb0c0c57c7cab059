import type { Analysis, Finding, Fix } from "../api/client";
import { Button } from "../ui/Button";

const LOOK = {
  stop: { word: "Stop", ink: "text-stop", ground: "bg-stop-soft" },
  warn: { word: "Look", ink: "text-warn", ground: "bg-warn-soft" },
  hint: { word: "Note", ink: "text-hint", ground: "bg-hint-soft" },
};

type Props = { analysis: Analysis; current: boolean; mend: (fix: Fix) => void; goTo: (at: number) => void };

export function Findings({ analysis, current, mend, goTo }: Props) {
  if (analysis.findings.length === 0) {
    const told = {
      flat: "Nothing to mend, and it lies flat.",
      "blocks out": "Nothing to mend; it wants blocking.",
      cups: "Nothing to mend: it cups, as it is meant to.",
      ruffles: "Nothing to mend: it waves, as it is meant to.",
      unknown: "Nothing to mend so far. The level judges from round 2 on.",
    }[analysis.verdict];
    return <p className="px-5 py-4 font-read text-moss">{told}</p>;
  }
  return (
    <ul aria-label="Findings" className="divide-y divide-line">
      {analysis.findings.map((f, i) => (
        <Item key={`${f.code}-${f.start}-${i}`} f={f} current={current} mend={mend} goTo={goTo} />
      ))}
    </ul>
  );
}

type ItemProps = { f: Finding; current: boolean; mend: (fix: Fix) => void; goTo: (at: number) => void };

function Item({ f, current, mend, goTo }: ItemProps) {
  const look = LOOK[f.severity];
  return (
    <li className="flex gap-3 px-5 py-3">
      <span className={`mt-0.5 h-fit rounded px-1.5 text-sm font-semibold ${look.ink} ${look.ground}`}>
        {look.word}
      </span>
      <div className="min-w-0">
        <button className="text-left leading-snug hover:underline" onClick={() => goTo(f.start)}>
          {f.message}
        </button>
        {f.why && <p className="mt-0.5 text-sm leading-snug text-quiet">{f.why}</p>}
        {f.fixes.length > 0 && (
          <div className="mt-1.5 flex flex-wrap gap-2">
            {f.fixes.map((fix) => (
              <Button
                key={fix.label}
                disabled={!current}
                className="py-1 text-[0.95rem]"
                onClick={() => mend(fix)}
              >
                {fix.label}
              </Button>
            ))}
          </div>
        )}
      </div>
    </li>
  );
}
