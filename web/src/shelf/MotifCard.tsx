import { Link } from "react-router";
import type { Card } from "../api/client";
import { Button } from "../ui/Button";
import { useSession } from "../ui/session";
import { length } from "../ui/size";

const TOLD = {
  flat: ["lies flat", "text-moss"],
  "blocks out": ["blocks out", "text-hint"],
  cups: ["cups", "text-warn"],
  ruffles: ["ruffles", "text-warn"],
  unknown: ["not judged yet", "text-quiet"],
} as const;

export function MotifCard({ card, bin }: { card: Card; bin: () => void }) {
  const { units } = useSession();
  const s = card.summary;
  const [word, ink] = s.stopped ? (["needs mending", "text-stop"] as const) : TOLD[s.verdict];
  const size = s.across_mm ? `about ${length(s.across_mm, units)}` : "";
  return (
    <li className="group relative rounded-lg border border-line bg-leaf transition-shadow focus-within:shadow-md hover:shadow-md">
      <Link to={`/motif/${card.id}`} className="block p-4 pb-3">
        <img
          src={`/api/motifs/${card.id}/drawing.svg?revision=${card.revision}`}
          alt=""
          width={200}
          height={170}
          className="mx-auto mb-3 h-[170px] w-full rounded bg-[#fdfbf5] object-contain p-1"
        />
        <h2 className="truncate font-read text-lg font-semibold">{card.title}</h2>
        <p className="text-sm text-quiet">
          {s.shape}, {s.rounds === 1 ? "1 round" : `${s.rounds} rounds`}
        </p>
        <p className="text-sm text-quiet">
          {size && `${size}, `}
          {s.terms.toUpperCase()} terms
        </p>
        <p className={`text-sm font-semibold ${ink}`}>{word}</p>
      </Link>
      <Button
        look="bare"
        onClick={bin}
        aria-label={`Take off ${card.title}`}
        className="absolute right-2 bottom-2 px-2 py-1 text-sm"
      >
        Take off
      </Button>
    </li>
  );
}
