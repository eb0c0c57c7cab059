import type { Analysis, Settled, Units } from "../api/client";
import { length } from "../ui/size";

type Props = {
  size: Analysis["size"];
  settled: Settled | null;
  /** The round that is still being written: the fabric comes to rest once it closes. */
  making: string | undefined;
  progress: number | null;
  stop: () => void;
  units: Units;
};

/** The size and how the fabric lies: by arithmetic at once, at rest a moment later. */
export function LieLine({ size, settled, making, progress, stop, units }: Props) {
  const lie = settled?.lie;
  const across = lie ? lie.across : size?.side_to_side;
  const long = lie ? lie.length : (size?.length ?? 0);
  const measured = size?.measured ? "by your gauge" : "by a usual gauge";
  const corners = lie && lie.angles.length > 2 ? `, ${length(lie.corners, units)} at the corners` : "";
  return (
    <div
      className="border-b border-line px-5 py-1.5 text-sm text-quiet lg:border-t"
      data-lie={lie?.verdict ?? ""}
    >
      <p className="flex justify-between gap-3">
        <span>
          {across
            ? `about ${long ? `${length(across, units)} by ` : ""}${length(long || across, units)} across${corners}`
            : "no size yet"}
        </span>
        <span className="whitespace-nowrap">{size && measured}</span>
      </p>
      {progress !== null && progress > 0 ? (
        <p className="flex items-center gap-2">
          <progress value={progress} className="h-1.5 flex-1 accent-moss" aria-label="Settling the fabric" />
          <button type="button" className="underline hover:text-ink" onClick={stop}>
            Stop
          </button>
        </p>
      ) : (
        lie && <p>{lie.why}</p>
      )}
      {making && <p>How it lies is told once {making} closes.</p>}
      {lie && <p>{shape(settled, units)}</p>}
    </div>
  );
}

/** Millimetres that corners stand out, or draw in, before it is worth a word. */
const NOTED = 3;

/** What is too little for the usual steps of a length. */
const small = (mm: number, units: Units) =>
  units === "cm" ? `${Math.round(mm)} mm` : `${(mm / 25.4).toFixed(1)} in`;

/** Corners, sides and lean in a few words, where there is something to say. */
function shape(settled: Settled, units: Units): string {
  const { lie } = settled;
  const out: string[] = [];
  if (lie.angles.length > 2) {
    const mean = lie.angles.reduce((a, b) => a + b, 0) / lie.angles.length;
    out.push(`corners ${Math.round(mean)}°`);
    const bow = Math.abs(lie.bow) * 100;
    if (bow >= 2) out.push(`sides bow ${lie.bow > 0 ? "out" : "in"} by ${Math.round(bow)} % of their length`);
    const stands = Math.abs(lie.stands);
    if (stands >= NOTED)
      out.push(`corners ${lie.stands > 0 ? "stand out" : "draw in"} by ${small(stands, units)}`);
  }
  if (Math.abs(lie.lean) >= 2)
    out.push(
      `corners wander ${Math.round(Math.abs(lie.lean))}° ${lie.lean > 0 ? "with" : "against"} the work`,
    );
  if (lie.verdict === "cups") out.push(`a bowl ${length(lie.bowl, units)} deep`);
  if (lie.verdict === "ruffles") out.push(`waves ${length(2 * lie.wave, units)} high`);
  return out.length ? `${out.join(", ").replace(/^c/, "C").replace(/^a /, "A ").replace(/^w/, "W")}.` : "";
}
