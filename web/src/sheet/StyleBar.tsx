import { Button } from "../ui/Button";

/** The schools of writing rounds; each value as a `Style:` line has it. */
const SCHOOLS: [key: string, label: string, values: [string, string][]][] = [
  [
    "start",
    "First stitch",
    [
      ["ch-3 counts", "ch 3 counts"],
      ["ch-2 counts", "ch 2 counts"],
      ["ch-1 does not count", "ch 1, not counted"],
      ["ch-2 does not count", "ch 2, not counted"],
      ["standing", "standing stitch"],
      ["chainless", "chainless"],
    ],
  ],
  [
    "round begins at",
    "Round begins",
    [
      ["corner", "in the corner"],
      ["split corner", "in mid corner"],
      ["mid side", "in mid side"],
    ],
  ],
  [
    "reach",
    "Getting there",
    [
      ["slip stitch", "slip stitches"],
      ["mid side start", "no slip stitches"],
      ["other corner", "another corner"],
    ],
  ],
  [
    "join",
    "Close",
    [
      ["slip stitch", "slip stitch"],
      ["ch 1 and sc", "ch 1 + sc"],
      ["none", "spiral"],
    ],
  ],
  [
    "turn",
    "Turning",
    [
      ["never", "never"],
      ["every round", "every round"],
    ],
  ],
  [
    "begin",
    "Centre",
    [
      ["magic ring", "magic ring"],
      ["ch 4 ring", "chain ring"],
      ["one chain", "one chain"],
    ],
  ],
  [
    "cluster",
    "Clusters",
    [
      ["open", "not closed"],
      ["closed", "closed with ch 1"],
    ],
  ],
  [
    "colour",
    "New colour",
    [
      ["fasten off", "joined anew"],
      ["at the join", "drawn through at the join"],
      ["carried", "carried"],
    ],
  ],
  [
    "labels",
    "What chains count as",
    [
      ["once", "once, in the notes"],
      ["each round", "in each round"],
    ],
  ],
];

export type Schools = Record<string, string>;

/** The `Style:` line of what was chosen. */
export function styleLine(schools: Schools): string {
  return Object.entries(schools)
    .filter(([, value]) => value)
    .map(([key, value]) => `${key} ${value}`)
    .join("; ");
}

type Props = {
  schools: Schools;
  choose: (schools: Schools) => void;
  plain: boolean;
  setPlain: (plain: boolean) => void;
  rewrite: (() => void) | null;
};

/** One control for every school: the pattern beside it follows at once, no stitch moves. */
export function StyleBar({ schools, choose, plain, setPlain, rewrite }: Props) {
  return (
    <form
      aria-label="Style"
      className="no-print mb-5 flex flex-wrap items-end gap-x-4 gap-y-2 rounded-lg border border-line bg-leaf px-4 py-3 text-sm"
      onSubmit={(e) => e.preventDefault()}
    >
      {SCHOOLS.map(([key, label, values]) => (
        <label key={key} className="block">
          <span className="block text-quiet">{label}</span>
          <select
            className="max-w-full rounded border border-line bg-leaf px-1.5 py-1"
            value={schools[key] ?? ""}
            onChange={(e) => choose({ ...schools, [key]: e.target.value })}
          >
            <option value="">as drafted</option>
            {values.map(([value, name]) => (
              <option key={value} value={value}>
                {name}
              </option>
            ))}
          </select>
        </label>
      ))}
      <label className="block">
        <span className="block text-quiet">Wording</span>
        <select
          className="max-w-full rounded border border-line bg-leaf px-1.5 py-1"
          value={plain ? "plain" : "short"}
          onChange={(e) => setPlain(e.target.value === "plain")}
        >
          <option value="short">abbreviations</option>
          <option value="plain">full words</option>
        </select>
      </label>
      {rewrite && <Button onClick={rewrite}>Rewrite the draft so</Button>}
    </form>
  );
}
