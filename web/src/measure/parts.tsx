import { cloneElement, type ReactElement, type ReactNode, useId } from "react";
import { Button } from "../ui/Button";
import { dropPart, headerParts } from "./header";

export const FIELD = "rounded border border-line bg-leaf px-2 py-1";

/** One section of the page. */
export function Section({ title, hint, children }: { title: string; hint?: string; children: ReactNode }) {
  return (
    <section aria-label={title} className="rounded-lg border border-line bg-leaf p-4">
      <h2 className="font-read text-xl">{title}</h2>
      {hint && <p className="mb-2 text-sm text-quiet">{hint}</p>}
      {children}
    </section>
  );
}

/** A field with its name above it. */
export function Field({ name, children }: { name: string; children: ReactElement<{ id?: string }> }) {
  const id = useId();
  return (
    <div className="flex flex-col gap-0.5">
      <label htmlFor={id} className="text-sm text-quiet">
        {name}
      </label>
      {cloneElement(children, { id })}
    </div>
  );
}

type Listed = { text: string; change: (text: string) => void; header: string };

/** The parts of a header line, each to be taken away. */
export function Parts({ text, change, header }: Listed) {
  return (
    <ul className="my-2">
      {headerParts(text, header).map((part, i) => (
        <li key={`${i}${part}`} className="flex items-center justify-between gap-2 border-b border-line py-1">
          <span>{part}</span>
          <Button
            look="bare"
            className="px-2 py-0.5 text-sm"
            onClick={() => change(dropPart(text, header, i))}
          >
            Take away
          </Button>
        </li>
      ))}
    </ul>
  );
}
