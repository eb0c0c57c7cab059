import type { Measures, Units } from "../api/client";
import { exact, length } from "../ui/size";

const [W, H, LEFT, BASE] = [520, 240, 46, 24];

/** What each round was predicted to measure across, and what it did: a line, and marks on and off it. */
export function Plot({ measures, units }: { measures: Measures; units: Units }) {
  const across = measures.fit?.compared.filter((c) => c.what === "across") ?? [];
  const factor = across[0] ? across[0].after / across[0].before : 1;
  const most = Math.max(1, ...measures.predicted, ...across.map((c) => c.mm)) * 1.08;
  const x = (round: number) => LEFT + ((round - 0.5) / Math.max(1, measures.rounds)) * (W - LEFT - 10);
  const y = (mm: number) => H - BASE - (mm / most) * (H - BASE - 10);
  const line = (scale: number) =>
    measures.predicted
      .map((mm, k) => `${k ? "L" : "M"}${x(k + 1).toFixed(1)} ${y(mm * scale).toFixed(1)}`)
      .join("");
  const step = units === "in" ? 50.8 : 50;
  const ticks = Array.from({ length: Math.floor(most / step) + 1 }, (_, k) => k * step);
  const told = across.map(
    (c) => `round ${c.round}: ${exact(c.mm, units)}, predicted ${exact(c.after, units)}`,
  );
  return (
    <svg
      viewBox={`0 0 ${W} ${H}`}
      className="w-full"
      role="img"
      aria-label={`Across, round by round. ${told.join("; ")}`}
    >
      <g fontSize="12" fill="var(--quiet)">
        {ticks.map((mm) => (
          <g key={mm}>
            <line x1={LEFT} x2={W - 10} y1={y(mm)} y2={y(mm)} stroke="var(--line)" strokeWidth="1" />
            <text x={LEFT - 6} y={y(mm) + 4} textAnchor="end">
              {length(mm, units)}
            </text>
          </g>
        ))}
        {measures.predicted.map((_, k) =>
          measures.rounds <= 20 || (k + 1) % 5 === 0 ? (
            <text key={k} x={x(k + 1)} y={H - 6} textAnchor="middle">
              {k + 1}
            </text>
          ) : null,
        )}
      </g>
      <path d={line(1 / factor)} fill="none" stroke="var(--quiet)" strokeWidth="1.2" strokeDasharray="4 4" />
      <path d={line(1)} fill="none" stroke="var(--moss)" strokeWidth="2" />
      {across.map((c, i) => (
        <g key={i} data-odd={c.odd !== ""}>
          {c.odd ? (
            <path
              d={`M${x(c.round) - 5} ${y(c.mm) - 5}l10 10m0 -10l-10 10`}
              stroke="var(--stop)"
              strokeWidth="2.4"
              fill="none"
            />
          ) : (
            <circle
              cx={x(c.round)}
              cy={y(c.mm)}
              r="4.5"
              fill="var(--leaf)"
              stroke="var(--ink)"
              strokeWidth="1.8"
            />
          )}
        </g>
      ))}
    </svg>
  );
}
