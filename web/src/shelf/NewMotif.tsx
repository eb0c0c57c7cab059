import { useMutation } from "@tanstack/react-query";
import { Dialog } from "radix-ui";
import { type FormEvent, useState } from "react";
import { useNavigate } from "react-router";
import { asked, client, type Terms } from "../api/client";
import { Button } from "../ui/Button";
import { Overlay } from "../ui/Overlay";
import { useSession } from "../ui/session";

const SHAPES = [
  "square",
  "hexagon",
  "pentagon",
  "circle",
  "circle to square",
  "circle to hexagon",
  "circle to pentagon",
  "circle to octagon",
  "triangle",
  "octagon",
  "rectangle",
  "half square",
  "half hexagon",
  "oval",
];
/** Shapes about a foundation chain, of a length and a width. */
const LONG = ["rectangle", "oval"];
const STITCHES = ["sc", "hdc", "dc", "tr"] as const;
const NAMES: Record<Terms, Record<string, string>> = {
  us: { sc: "sc", hdc: "hdc", dc: "dc", tr: "tr" },
  uk: { sc: "dc", hdc: "htr", dc: "tr", tr: "dtr" },
};
const BEGINS = ["magic ring", "chain ring", "one chain"] as const;

export function NewMotif() {
  const session = useSession();
  const go = useNavigate();
  const [shape, setShape] = useState("square");
  const [terms, setTerms] = useState<Terms>(session.terms);
  const [stitch, setStitch] = useState<(typeof STITCHES)[number]>("dc");
  const [centre, setCentre] = useState<(typeof BEGINS)[number]>("magic ring");
  const begin = useMutation({
    mutationFn: ({ title, length_mm, width_mm }: { title: string; length_mm: number; width_mm: number }) =>
      asked(
        client.POST("/api/motifs", {
          body: { shape, terms, title, stitch, begin: centre, length_mm, width_mm },
        }),
      ),
    onSuccess: (motif) => void go(`/motif/${motif.id}`),
  });
  const send = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = new FormData(event.currentTarget);
    const mm = (name: string) => Number(form.get(name) ?? 0) * (session.units === "in" ? 25.4 : 10);
    begin.mutate({ title: String(form.get("title")), length_mm: mm("length"), width_mm: mm("width") });
  };
  return (
    <Dialog.Root>
      <Dialog.Trigger asChild>
        <Button look="main">New motif</Button>
      </Dialog.Trigger>
      <Overlay title="A new motif" description="Its first round will be there, ready to be worked on.">
        <form onSubmit={send}>
          <label className="mb-4 block">
            <span className="mb-1 block">Name</span>
            <input className="field" name="title" placeholder="Untitled motif" maxLength={200} />
          </label>
          <Radios legend="Shape" name="shape" options={SHAPES} value={shape} choose={setShape} />
          <Radios
            legend="Terms"
            name="terms"
            options={["us", "uk"]}
            value={terms}
            choose={(x) => setTerms(x === "uk" ? "uk" : "us")}
            show={(x) => (x === "us" ? "US (dc is the tall one)" : "UK (tr is the tall one)")}
          />
          <Radios
            legend="Stitch"
            name="stitch"
            options={[...STITCHES]}
            value={stitch}
            choose={(x) => setStitch(STITCHES.find((s) => s === x) ?? "dc")}
            show={(x) => NAMES[terms][x] ?? x}
          />
          {LONG.includes(shape) && (
            <fieldset className="mb-4 flex gap-4">
              <legend className="mb-1">Wanted size, in {session.units} (left empty: twelve chains)</legend>
              {["length", "width"].map((name) => (
                <label key={name} className="flex items-center gap-2 capitalize">
                  {name}
                  <input
                    className="field w-24"
                    name={name}
                    type="number"
                    min="0"
                    step="0.1"
                    inputMode="decimal"
                  />
                </label>
              ))}
            </fieldset>
          )}
          {!LONG.includes(shape) && (
            <Radios
              legend="Centre"
              name="centre"
              options={[...BEGINS]}
              value={centre}
              choose={(x) => setCentre(BEGINS.find((b) => b === x) ?? "magic ring")}
            />
          )}
          {begin.error && (
            <p role="alert" className="mb-3 text-stop">
              {begin.error.message}
            </p>
          )}
          <div className="mt-5 flex justify-end gap-3">
            <Dialog.Close asChild>
              <Button>Not now</Button>
            </Dialog.Close>
            <Button type="submit" look="main" disabled={begin.isPending}>
              Begin
            </Button>
          </div>
        </form>
      </Overlay>
    </Dialog.Root>
  );
}

type RadiosProps = {
  legend: string;
  name: string;
  options: string[];
  value: string;
  choose: (x: string) => void;
  show?: (x: string) => string;
};

function Radios({ legend, name, options, value, choose, show = (x) => x }: RadiosProps) {
  return (
    <fieldset className="mb-4">
      <legend className="mb-1">{legend}</legend>
      <div className="flex flex-wrap gap-2">
        {options.map((x) => (
          <label
            key={x}
            className="cursor-pointer rounded border border-line px-3 py-1.5 has-checked:border-moss has-checked:bg-moss-soft has-focus-visible:outline-2 has-focus-visible:outline-[var(--lit)]"
          >
            <input
              type="radio"
              name={name}
              className="sr-only"
              checked={value === x}
              onChange={() => choose(x)}
            />
            {show(x)}
          </label>
        ))}
      </div>
    </fieldset>
  );
}
