import { type FormEvent, useState } from "react";
import type { Measures, Units } from "../api/client";
import { Button } from "../ui/Button";
import { addPart } from "./header";
import { Field, FIELD, Parts, Section } from "./parts";

type Props = { text: string; change: (text: string) => void; measures: Measures; units: Units };

const WAYS = {
  both: "stitches and rows",
  rows: "height of rounds",
  circle: "a circle across",
} as const;
const NAMES = { us: ["sc", "hdc", "dc", "tr"], uk: ["dc", "htr", "tr", "dtr"] };

/** Gauge in the ways people measure it, and what follows for every stitch. */
export function GaugeSection({ text, change, measures, units }: Props) {
  const [way, setWay] = useState<keyof typeof WAYS>("both");
  const key = /^tension:/im.test(text) ? "Tension" : "Gauge";
  const add = (e: FormEvent<HTMLFormElement>) => {
    e.preventDefault();
    const form = new FormData(e.currentTarget);
    const get = (name: string) => String(form.get(name) ?? "");
    const over = `${get("length")} ${units}`;
    const part = {
      both: `${get("stitches")} ${get("stitch")} x ${get("rows")} rows = ${over}`,
      rows: `${get("rows")} rounds of ${get("stitch")} = ${over}`,
      circle: `circle of ${get("rows")} rounds of ${get("stitch")} = ${over}`,
    }[way];
    change(addPart(text, key, part));
    e.currentTarget.reset();
  };
  const names = NAMES[measures.terms];
  const unit = (mm: number) => (units === "cm" ? `${mm.toFixed(1)} mm` : `${(mm / 25.4).toFixed(2)} in`);
  return (
    <Section title="Gauge" hint="Whatever you measured; the rest stands in the usual proportions to it.">
      <Parts text={text} change={change} header={key} />
      <form onSubmit={add} className="flex flex-wrap items-end gap-2" aria-label="Add a measurement">
        <Field name="Measured">
          <select className={FIELD} value={way} onChange={(e) => setWay(e.target.value as keyof typeof WAYS)}>
            {Object.entries(WAYS).map(([k, words]) => (
              <option key={k} value={k}>
                {words}
              </option>
            ))}
          </select>
        </Field>
        {way === "both" && (
          <Field name="Stitches">
            <input name="stitches" type="number" step="0.5" min="1" required className={`${FIELD} w-16`} />
          </Field>
        )}
        <Field name="Stitch">
          <select name="stitch" className={FIELD} defaultValue={names[2]}>
            {names.map((n) => (
              <option key={n}>{n}</option>
            ))}
          </select>
        </Field>
        <Field name={way === "both" ? "Rows" : "Rounds"}>
          <input name="rows" type="number" step="0.5" min="0.5" required className={`${FIELD} w-16`} />
        </Field>
        <Field name={way === "circle" ? `Across, ${units}` : `Over, ${units}`}>
          <input
            name="length"
            type="number"
            step="0.1"
            min="0.1"
            required
            className={`${FIELD} w-16`}
            defaultValue={way === "both" ? (units === "cm" ? 10 : 4) : ""}
            key={way}
          />
        </Field>
        <Button type="submit">Add</Button>
      </form>
      <table className="mt-3 w-full text-left">
        <thead className="text-sm text-quiet">
          <tr>
            <th className="font-normal">Stitch</th>
            <th className="font-normal">Size</th>
            <th className="font-normal">Known from</th>
          </tr>
        </thead>
        <tbody className="tabular-nums">
          <tr>
            <td>width of any</td>
            <td>{unit(measures.gauge.width)}</td>
            <td>{measures.gauge.width_measured ? "measured" : "yarn and hook, assumed"}</td>
          </tr>
          {measures.gauge.heights.map((h) => (
            <tr key={h.name}>
              <td>height of {h.name}</td>
              <td>{unit(h.mm)}</td>
              <td>{h.measured ? "measured" : "usual proportions, assumed"}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </Section>
  );
}
