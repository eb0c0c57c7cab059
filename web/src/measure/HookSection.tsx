import type { FormEvent } from "react";
import type { Measures, Units } from "../api/client";
import { Button } from "../ui/Button";
import { exact } from "../ui/size";
import { addPart } from "./header";
import { Field, FIELD, Parts, Section } from "./parts";
import { Plot } from "./Plot";

type Props = { text: string; change: (text: string) => void; measures: Measures; units: Units };

const LAYS = ["", "flat", "bowl", "waves", "leaning"];

/** Finished rounds measured: predictions move to fit, and say how far off they were. */
export function HookSection({ text, change, measures, units }: Props) {
  const add = (e: FormEvent<HTMLFormElement>) => {
    e.preventDefault();
    const form = new FormData(e.currentTarget);
    const lay = String(form.get("lay"));
    const part = `Rnd ${form.get("round")} = ${form.get("length")} ${units} ${form.get("what")}${lay ? `, ${lay}` : ""}`;
    change(addPart(text, "Measured", part));
    e.currentTarget.reset();
  };
  const { fit } = measures;
  return (
    <Section title="From the hook" hint="After any round: what it measures, and how it lies.">
      <form onSubmit={add} className="flex flex-wrap items-end gap-2" aria-label="Add a finished round">
        <Field name="Round">
          <input
            name="round"
            type="number"
            min="1"
            max={Math.max(1, measures.rounds)}
            required
            className={`${FIELD} w-16`}
          />
        </Field>
        <Field name={`Length, ${units}`}>
          <input name="length" type="number" step="0.1" min="0.1" required className={`${FIELD} w-20`} />
        </Field>
        <Field name="Measured">
          <select name="what" className={FIELD}>
            <option value="across">across</option>
            <option value="side">along a side</option>
          </select>
        </Field>
        <Field name="It lies">
          <select name="lay" className={FIELD}>
            {LAYS.map((l) => (
              <option key={l} value={l}>
                {l || "not said"}
              </option>
            ))}
          </select>
        </Field>
        <Button type="submit">Add</Button>
      </form>
      <Parts text={text} change={change} header="Measured" />
      {fit ? (
        <div aria-live="polite">
          <p className="mt-2 font-medium">{fit.told}</p>
          {fit.compared
            .filter((c) => c.odd || c.lies)
            .map((c, i) => (
              <p key={i} className="mt-1 rounded bg-warn-soft px-3 py-1.5 text-warn">
                {[c.odd, c.lies].filter(Boolean).join(" ")}
              </p>
            ))}
          <Plot measures={measures} units={units} />
          <p className="text-sm text-quiet">
            Line: predicted now; dashes: before. Rings: measured; a cross does not go with the others.
            {fit.compared.length > 1 && ` Scatter ${(fit.scatter * 100).toFixed(0)} %.`}
          </p>
        </div>
      ) : (
        measures.predicted.length > 0 && (
          <p className="mt-2 text-quiet">
            Predicted so far:{" "}
            {measures.predicted.map((mm, k) => `round ${k + 1} ${exact(mm, units)}`).join(", ")}.
          </p>
        )
      )}
    </Section>
  );
}
