import { cloneElement, type ReactElement, type ReactNode, useId } from "react";

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
