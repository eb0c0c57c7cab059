import type { Reading, ReadLine } from "../api/client";
import { Button } from "../ui/Button";
import { unbroken } from "../ui/unbroken";
import { pieces } from "./pieces";

const SIGNS: Record<ReadLine["kind"], [string, string]> = {
  understood: ["✓", "text-moss"],
  note: ["–", "text-quiet"],
  "not understood": ["?", "text-stop"],
  blank: ["", ""],
};

/** Every line of the text with what was made of it; words that stop are marked, with what they may have meant. */
export function ReadLines({ read, correct }: { read: Reading; correct: (text: string) => void }) {
  const lines = read.lines.filter((x) => x.kind !== "blank");
  const lost = lines.filter((x) => x.kind === "not understood").length;
  return (
    <>
      <p role="status" className="px-5 pt-2 text-sm text-quiet">
        {read.rounds === 1 ? "One round" : `${read.rounds} rounds`}
        {lost > 0
          ? `; ${lost === 1 ? "one line" : `${lost} lines`} with words that could not be read`
          : "; every line was read"}
      </p>
      <ol className="min-h-0 flex-1 overflow-auto px-5 py-2">
        {lines.map((line) => (
          <Line key={line.start} line={line} text={read.text} correct={correct} />
        ))}
      </ol>
    </>
  );
}

type LineProps = { line: ReadLine; text: string; correct: (text: string) => void };

function Line({ line, text, correct }: LineProps) {
  const [sign, ink] = SIGNS[line.kind];
  return (
    <li className="mb-2 grid grid-cols-[1.5rem_1fr] border-b border-line pb-2 last:border-0">
      <span className={`font-semibold ${ink}`} title={line.kind}>
        {sign}
        <span className="sr-only">{line.kind}</span>
      </span>
      <div className="min-w-0">
        <p className="font-work text-sm text-quiet">{marked(line, text)}</p>
        {line.became && <p className="font-read whitespace-pre-line">{unbroken(line.became)}</p>}
        {line.kind === "note" && <p className="text-sm text-quiet italic">kept as a note</p>}
        {line.marks.map((m) => (
          <p
            key={`${m.start} ${m.message}`}
            className={`mt-1 text-sm ${m.stops ? "text-stop" : "text-warn"}`}
          >
            {m.message}{" "}
            {m.fix && (
              <Button
                className="ml-1 px-2 py-0.5 text-sm"
                onClick={() => correct(mended(text, m.fix?.edits ?? []))}
              >
                {m.nearest}
              </Button>
            )}
          </p>
        ))}
      </div>
    </li>
  );
}

/** The line's words, those that marks are about underlined. */
function marked(line: ReadLine, text: string) {
  return pieces(line, text).map(({ words, mark }, k) => {
    if (!mark) return words;
    const ink = mark.stops ? "bg-stop-soft text-stop" : "bg-transparent text-warn";
    return (
      <mark key={k} className={`${ink} underline decoration-wavy`}>
        {words}
      </mark>
    );
  });
}

function mended(text: string, edits: { start: number; end: number; text: string }[]): string {
  return [...edits]
    .sort((a, b) => b.start - a.start)
    .reduce((t, e) => t.slice(0, e.start) + e.text + t.slice(e.end), text);
}
