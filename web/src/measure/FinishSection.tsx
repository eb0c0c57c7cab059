import type { Measures, Units } from "../api/client";
import { exact } from "../ui/size";
import { header, withHeader } from "./header";
import { Field, FIELD, Section } from "./parts";

type Props = {
  text: string;
  change: (text: string) => void;
  measures: Measures;
  units: Units;
  wanted: string;
  setWanted: (wanted: string) => void;
};

/** The finished size, how to come to another, the yarn it takes, and how not to spoil it. */
export function FinishSection({ text, change, measures, units, wanted, setWanted }: Props) {
  const { size, plan } = measures;
  return (
    <>
      <Section title="Size">
        {size ? (
          <dl className="grid grid-cols-[auto_1fr] gap-x-4 tabular-nums">
            <dt className="text-quiet">from the hook</dt>
            <dd>
              {exact(size.across, units)} ± {exact(size.across_out, units)} across
            </dd>
            <dt className="text-quiet">blocked</dt>
            <dd>
              {exact(size.blocked, units)} ± {exact(size.blocked_out, units)}
            </dd>
          </dl>
        ) : (
          <p className="text-quiet">Work a round first: a size comes with it.</p>
        )}
        <div className="mt-3 flex flex-wrap items-end gap-3">
          <Field name={`I want it across, ${units}`}>
            <input
              type="number"
              min="0"
              step="0.5"
              value={wanted}
              onChange={(e) => setWanted(e.target.value)}
              className={`${FIELD} w-24`}
            />
          </Field>
        </div>
        {plan && (
          <div aria-live="polite" className="mt-2">
            <p>
              {plan.rounds} rounds make {exact(plan.mm, units)}. {plan.change}
              {plan.hook > 0 && ` Or keep the rounds and try a ${plan.hook} mm hook.`}
            </p>
            {plan.caution && (
              <p className="mt-1 rounded bg-warn-soft px-3 py-1.5 text-warn">{plan.caution}</p>
            )}
          </div>
        )}
      </Section>
      <Section title="Yarn" hint="By colour, for one motif, tails counted in.">
        <table className="w-full text-left tabular-nums">
          <thead className="text-sm text-quiet">
            <tr>
              <th className="font-normal">Yarn</th>
              <th className="text-right font-normal">metres</th>
              <th className="text-right font-normal">grams</th>
              <th className="text-right font-normal">balls</th>
            </tr>
          </thead>
          <tbody>
            {measures.yarn.map((u) => (
              <tr key={u.yarn}>
                <td>
                  {u.yarn}
                  {u.words && <span className="text-quiet"> {u.words}</span>}
                </td>
                <td className="text-right">{u.metres.toFixed(1)}</td>
                <td className="text-right">{u.grams.toFixed(1)}</td>
                <td className="text-right">{u.balls || "?"}</td>
              </tr>
            ))}
          </tbody>
        </table>
        <p className="mt-1 text-sm text-quiet">
          Give or take {Math.round((measures.yarn[0]?.out ?? 0.2) * 100)} %. Balls are known where the yarn
          says, like 50 g = 90 m.
        </p>
        <div className="mt-2">
          <Field name="The finished motif weighs, g">
            <input
              type="number"
              min="0"
              step="0.1"
              className={`${FIELD} w-24`}
              value={parseFloat(header(text, "Weighed")) || ""}
              onChange={(e) => change(withHeader(text, "Weighed", e.target.value && `${e.target.value} g`))}
            />
          </Field>
        </div>
        {measures.cautions.map((c) => (
          <p key={c} className="mt-2 rounded bg-warn-soft px-3 py-1.5 text-warn">
            {c}
          </p>
        ))}
      </Section>
    </>
  );
}
