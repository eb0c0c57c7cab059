import { useMutation, useQuery } from "@tanstack/react-query";
import { type DragEvent, useEffect, useState } from "react";
import { useNavigate } from "react-router";
import { asked, client, keep, type Reading, type Terms } from "../api/client";
import { Button } from "../ui/Button";
import { TopBar } from "../ui/TopBar";
import { ReadLines } from "./ReadLines";

const PAUSE = 200;
const MOST = 400_000;
const EXAMPLE = `Harbour Bell square
Ch 4, join with sl st to form a ring.
R1: ch 3, 2 dc, ch 2, *3 dc, ch 2* x3, join
R2: sl st to corner, (ch 3, 2 dc, ch 2, 3 dc) in sp, ch 1, *(3 dc, ch 2, 3 dc) in corner, ch 1* x3, join (24 dc)`;

/** Notes pasted on the left, what was understood of each line on the right, and the way to the bench. */
export function ReadIn() {
  const go = useNavigate();
  const [text, setText] = useState("");
  const [asking, setAsking] = useState("");
  const [terms, setTerms] = useState<Terms | undefined>();
  const [refused, setRefused] = useState("");
  useEffect(() => {
    const timer = setTimeout(() => setAsking(text), PAUSE);
    return () => clearTimeout(timer);
  }, [text]);
  const reading = useQuery({
    queryKey: ["readin", asking, terms],
    queryFn: () => asked(client.POST("/api/readin", { body: { text: asking, terms: terms ?? null } })),
    enabled: asking.trim() !== "",
    placeholderData: (before) => before,
    gcTime: 0,
  });
  const take = useMutation({
    mutationFn: keep,
    onSuccess: (motif) => void go(`/motif/${motif.id}`),
  });
  const drop = (event: DragEvent) => {
    event.preventDefault();
    void open(event.dataTransfer.files[0]);
  };
  const open = async (file: File | undefined) => {
    setRefused("");
    if (!file) return;
    if (file.size > MOST) {
      setRefused(`“${file.name}” is too long for a pattern: 200,000 characters are the most.`);
      return;
    }
    setText(await file.text());
  };
  const read = text.trim() ? reading.data : undefined;
  const current = asking === text && !reading.isPlaceholderData;
  const failed = reading.error ?? take.error;
  return (
    <div className="flex min-h-screen flex-col lg:h-screen">
      <TopBar middle={<h1 className="truncate font-read text-lg">Read in a pattern</h1>}>
        <label className="cursor-pointer rounded border border-line bg-leaf px-3 py-1.5 leading-tight font-medium has-focus-visible:outline-2 has-focus-visible:outline-[var(--lit)]">
          Open a file
          <input
            type="file"
            className="sr-only"
            accept=".txt,.md,.json,text/plain,text/markdown,application/json"
            onChange={(e) => void open(e.target.files?.[0])}
          />
        </label>
        <Button
          look="main"
          disabled={!read || !current || read.rounds === 0 || take.isPending}
          onClick={() => read && take.mutate(read.text === text ? text : read.text)}
        >
          Take it to the bench
        </Button>
      </TopBar>
      {(refused || failed) && (
        <p role="alert" className="bg-stop-soft px-5 py-2 text-stop">
          {refused || failed?.message}
        </p>
      )}
      <main className="grid min-h-0 flex-1 lg:grid-cols-2">
        <section aria-label="Your text" className="flex min-h-[40vh] flex-col border-r border-line bg-leaf">
          <label htmlFor="pasted" className="border-b border-line px-5 py-1.5 text-sm text-quiet">
            Paste your notes, or drop a file (text, Markdown, our JSON). Correct them here.
          </label>
          <textarea
            id="pasted"
            className="min-h-0 flex-1 resize-none bg-leaf p-5 font-work leading-relaxed outline-none"
            value={text}
            spellCheck={false}
            placeholder={EXAMPLE}
            onChange={(e) => setText(e.target.value)}
            onDragOver={(e) => e.preventDefault()}
            onDrop={drop}
          />
        </section>
        <section aria-label="What was understood" className="flex min-h-[40vh] flex-col" aria-live="polite">
          {read ? (
            <>
              <Evidence read={read} terms={terms} choose={setTerms} />
              <ReadLines read={read} correct={(mended) => current && setText(mended)} />
            </>
          ) : (
            <Teach paste={() => setText(EXAMPLE)} />
          )}
        </section>
      </main>
    </div>
  );
}

type EvidenceProps = { read: Reading; terms: Terms | undefined; choose: (t: Terms | undefined) => void };

/** What dialect and shape were found, and by what. */
function Evidence({ read, terms, choose }: EvidenceProps) {
  return (
    <div className="grid grid-cols-[auto_1fr] items-baseline gap-x-4 gap-y-1 border-b border-line px-5 py-2.5 text-sm">
      <label className="text-quiet" htmlFor="terms">
        Terms
      </label>
      <p>
        <select
          id="terms"
          className="mr-2 rounded border border-line bg-leaf px-1.5 py-0.5"
          value={terms ?? "found"}
          onChange={(e) =>
            choose(e.target.value === "us" ? "us" : e.target.value === "uk" ? "uk" : undefined)
          }
        >
          <option value="found">{read.terms.toUpperCase()}, as found</option>
          <option value="us">US</option>
          <option value="uk">UK</option>
        </select>
        <span className="text-quiet">
          {terms ? "Because you say so." : read.why_terms.slice(0, 2).join("; ")}
        </span>
      </p>
      <span className="text-quiet">Shape</span>
      <p>
        {read.shape} <span className="text-quiet">{read.why_shape}</span>
      </p>
    </div>
  );
}

function Teach({ paste }: { paste: () => void }) {
  return (
    <div className="m-auto max-w-md p-8 font-read text-lg leading-relaxed">
      <p>
        Whatever hand a pattern is written in, each line shows here what it came to: a round with its count, a
        note that is kept, or words that could not be read.
      </p>
      <p className="mt-4">
        <Button onClick={paste}>Try an example</Button>
      </p>
    </div>
  );
}
