import { Dialog } from "radix-ui";
import { useState } from "react";
import { Button } from "../ui/Button";
import { Overlay } from "../ui/Overlay";
import type { Conflict } from "./useAutosave";

type Props = {
  conflict: Conflict;
  settle: (text: string) => void;
  keepBoth: (mine: string, theirs: string) => Promise<void>;
};

/** Two versions of one motif: both are shown, and the designer says which one goes on. */
export function ConflictDialog({ conflict, settle, keepBoth }: Props) {
  const [error, setError] = useState("");
  const mine = lines(conflict.mine);
  const theirs = lines(conflict.theirs);
  const both = () =>
    keepBoth(conflict.mine, conflict.theirs).catch((e: unknown) =>
      setError(e instanceof Error ? e.message : "That did not work."),
    );
  return (
    <Dialog.Root open>
      <Overlay
        wide
        title="This motif was changed elsewhere"
        description="Another tab or device saved it since you opened it here. Nothing is lost: choose what goes on."
      >
        <div className="grid gap-4 md:grid-cols-2">
          <Side title="Yours, here" own={mine} other={new Set(theirs)}>
            <Button look="main" onClick={() => settle(conflict.mine)}>
              Go on with yours
            </Button>
          </Side>
          <Side title="Saved elsewhere" own={theirs} other={new Set(mine)}>
            <Button onClick={() => settle(conflict.theirs)}>Go on with this one</Button>
          </Side>
        </div>
        {error && (
          <p role="alert" className="mt-4 rounded bg-stop-soft px-3 py-2 text-stop">
            {error}
          </p>
        )}
        <p className="mt-4 text-right">
          <Button onClick={both}>Keep both: put yours on the shelf as a new motif</Button>
        </p>
      </Overlay>
    </Dialog.Root>
  );
}

const lines = (text: string) => text.trimEnd().split("\n");

/** Brings the first line that differs into view. */
function show(line: HTMLLIElement | null) {
  line?.scrollIntoView({ block: "center" });
}

type SideProps = { title: string; own: string[]; other: Set<string>; children: React.ReactNode };

function Side({ title, own, other, children }: SideProps) {
  const first = own.findIndex((line) => !other.has(line));
  return (
    <section className="flex flex-col rounded border border-line">
      <h3 className="border-b border-line px-4 py-2 font-semibold">{title}</h3>
      <ol className="max-h-72 flex-1 overflow-auto py-2 text-sm" tabIndex={0} aria-label={title}>
        {own.map((line, i) => (
          <li
            key={i}
            ref={i === first ? show : undefined}
            className={`px-4 py-0.5 ${other.has(line) ? "text-quiet" : "bg-warn-soft"}`}
          >
            {line || "\u00a0"}
          </li>
        ))}
      </ol>
      <div className="border-t border-line p-3">{children}</div>
    </section>
  );
}
