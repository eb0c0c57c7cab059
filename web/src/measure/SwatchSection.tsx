import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { anew } from "../api/anew";
import { asked, client, type Swatch, type Terms } from "../api/client";
import { Button } from "../ui/Button";
import { withLines } from "./header";
import { Field, FIELD, Section } from "./parts";

type Props = { text: string; change: (text: string) => void; terms: Terms };

/** The drawer of swatches: yarn, hook and gauge to be used again. */
export function SwatchSection({ text, change, terms }: Props) {
  const cache = useQueryClient();
  const drawer = useQuery({
    queryKey: ["swatches", terms],
    queryFn: () => asked(client.GET("/api/swatches", { params: { query: { terms } } })),
  });
  const [name, setName] = useState("");
  const [washed, setWashed] = useState(false);
  const [dropped, setDropped] = useState<Swatch | null>(null);
  const again = () => anew(cache, "swatches");
  const keep = useMutation({
    mutationFn: (body: { name: string; text: string; washed: boolean }) =>
      asked(client.POST("/api/swatches", { body })),
    onSuccess: () => {
      setName("");
      setDropped(null);
      return again();
    },
  });
  const drop = useMutation({
    mutationFn: (swatch: Swatch) =>
      asked(client.DELETE("/api/swatches/{swatch_id}", { params: { path: { swatch_id: swatch.id } } })),
    onSuccess: (_, swatch) => {
      setDropped(swatch);
      return again();
    },
  });
  const error = keep.error ?? drop.error ?? drawer.error;
  return (
    <Section title="Swatches" hint="Yarn, hook and gauge of one motif, to be used for others.">
      <ul>
        {drawer.data?.map((s) => (
          <li key={s.id} className="flex items-center justify-between gap-2 border-b border-line py-1">
            <span className="min-w-0">
              <span className="font-medium">{s.name}</span>
              {s.washed && <span className="text-quiet"> washed</span>}
              <span className="block truncate text-sm text-quiet">{s.lines.replace(/\n/g, "; ")}</span>
            </span>
            <span className="flex shrink-0">
              <Button className="px-2 py-0.5 text-sm" onClick={() => change(withLines(text, s.lines))}>
                Use here
              </Button>
              <Button
                look="bare"
                className="px-2 py-0.5 text-sm"
                aria-label={`Throw away ${s.name}`}
                onClick={() => drop.mutate(s)}
              >
                Throw away
              </Button>
            </span>
          </li>
        ))}
      </ul>
      {drawer.data?.length === 0 && !dropped && (
        <p className="text-quiet">
          The drawer is empty. Keep this motif’s yarn, hook and gauge under a name.
        </p>
      )}
      {dropped && (
        <p role="status" className="py-1">
          {dropped.name} is thrown away.{" "}
          <button
            type="button"
            className="underline"
            onClick={() =>
              keep.mutate({
                name: dropped.name,
                text: `Terms: ${dropped.terms.toUpperCase()}
${dropped.lines}`,
                washed: dropped.washed,
              })
            }
          >
            Take it back
          </button>
        </p>
      )}
      <form
        className="mt-2 flex flex-wrap items-end gap-2"
        aria-label="Keep a swatch"
        onSubmit={(e) => {
          e.preventDefault();
          keep.mutate({ name, text, washed });
        }}
      >
        <Field name="Name of the swatch">
          <input
            className={FIELD}
            value={name}
            onChange={(e) => setName(e.target.value)}
            required
            maxLength={120}
          />
        </Field>
        <label className="flex items-center gap-1.5 py-1.5">
          <input type="checkbox" checked={washed} onChange={(e) => setWashed(e.target.checked)} /> washed
        </label>
        <Button type="submit" disabled={keep.isPending}>
          Keep
        </Button>
      </form>
      {error && (
        <p role="alert" className="mt-1 text-stop">
          {error.message}
        </p>
      )}
    </Section>
  );
}
