import { Dialog } from "radix-ui";
import { useEffect, useRef, useState } from "react";
import { Button } from "../ui/Button";
import { Overlay } from "../ui/Overlay";

const KEYS: [string, string][] = [
  ["Enter, at the end of a round", "begin the next round"],
  ["Alt N, then a number", "take a next round that lies flat"],
  ["Ctrl Z / Ctrl Y", "undo / do again"],
  ["F8", "on to the next finding"],
  ["Ctrl Shift M", "all findings, with their mends"],
  ["Esc, then Tab", "leave the draft"],
  ["Alt 1 / Alt 2 / Alt 3", "go to draft / drawing / findings"],
  ["← → ↑ ↓, in the drawing", "from stitch to stitch, out and in"],
  ["Alt P", "the pattern"],
  ["Alt M", "measure: gauge, finished rounds, size, yarn"],
  ["+  −  0", "closer, further, the whole drawing (Shift with arrows moves it)"],
  ["?", "this list (outside the draft)"],
];

/** The list of keys, on `?` and on a button. */
export function Shortcuts() {
  const [open, setOpen] = useState(false);
  const before = useRef<Element | null>(null);
  useEffect(() => {
    const listen = (e: KeyboardEvent) => {
      const at = e.target;
      const typing =
        at instanceof HTMLElement && (at.isContentEditable || /^(INPUT|TEXTAREA)$/.test(at.tagName));
      if (e.key === "?" && !typing) {
        e.preventDefault();
        before.current = document.activeElement;
        setOpen(true);
      }
    };
    window.addEventListener("keydown", listen);
    return () => window.removeEventListener("keydown", listen);
  }, []);
  return (
    <Dialog.Root open={open} onOpenChange={setOpen}>
      <Dialog.Trigger asChild>
        <Button
          look="bare"
          className="max-sm:hidden"
          title="Keys (?)"
          onClick={(e) => (before.current = e.currentTarget)}
        >
          Keys
        </Button>
      </Dialog.Trigger>
      <Overlay
        title="Keys"
        description="Everything on the bench can be done without a mouse."
        backTo={before}
      >
        <dl className="grid grid-cols-[auto_1fr] gap-x-6 gap-y-1.5">
          {KEYS.map(([keys, does]) => (
            <div key={keys} className="contents">
              <dt className="font-semibold">{keys}</dt>
              <dd className="text-quiet">{does}</dd>
            </div>
          ))}
        </dl>
        <p className="mt-5 text-right">
          <Dialog.Close asChild>
            <Button look="main">Close</Button>
          </Dialog.Close>
        </p>
      </Overlay>
    </Dialog.Root>
  );
}
