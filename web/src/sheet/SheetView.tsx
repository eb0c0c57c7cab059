import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useNavigate, useParams } from "react-router";
import { asked, client, type Format, type Sheet, takeAway, type Terms } from "../api/client";
import { opening } from "../bench/useAutosave";
import { Button } from "../ui/Button";
import { TopBar } from "../ui/TopBar";
import { Trouble, Waiting } from "../ui/states";
import { unbroken } from "../ui/unbroken";
import { PageBar } from "./PageBar";
import { PrintedPage } from "./PrintedPage";
import { keep, shown, wanted } from "./paper";
import { type Schools, StyleBar, styleLine } from "./StyleBar";

const DIALECTS: Terms[] = ["us", "uk"];

const FORMATS: [Format, string][] = [
  ["pdf", "PDF"],
  ["html", "HTML"],
  ["text", "Text"],
  ["markdown", "Markdown"],
  ["json", "JSON"],
  ["svg", "Chart SVG"],
  ["png", "Chart PNG"],
];

const PRESSED = "aria-pressed:border-moss aria-pressed:bg-moss-soft";

/** The pattern in both dialects side by side, to proofread and to take away. */
export function SheetView() {
  const id = Number(useParams().id);
  const pattern = useQuery({
    queryKey: ["pattern", id],
    queryFn: async () => {
      const motif = await asked(client.GET("/api/motifs/{motif_id}", { params: { path: { motif_id: id } } }));
      const { text } = opening(motif);
      return { text, analysis: await asked(client.POST("/api/analyse", { body: { text } }), text) };
    },
    staleTime: 0,
    gcTime: 0,
  });
  const [schools, setSchools] = useState<Schools>({});
  const [plain, setPlain] = useState(false);
  const style = styleLine(schools);
  const drafted = pattern.data?.text;
  const sheets = useQuery({
    queryKey: ["sheets", drafted, style, plain],
    queryFn: () =>
      Promise.all(
        DIALECTS.map((terms) =>
          asked(client.POST("/api/pattern", { body: { text: drafted ?? "", terms, style, plain } })),
        ),
      ),
    enabled: drafted !== undefined,
    placeholderData: (before) => before,
    gcTime: 0,
  });
  const go = useNavigate();
  const [error, setError] = useState("");
  const [making, setMaking] = useState(0);
  const [page, setPage] = useState(wanted);
  const [asPage, setAsPage] = useState(false);
  if (pattern.isPending) return <Waiting what="Writing the pattern" />;
  if (pattern.isError) return <Trouble error={pattern.error} again={() => void pattern.refetch()} />;
  if (sheets.isPending) return <Waiting what="Writing the pattern" />;
  if (sheets.isError) return <Trouble error={sheets.error} again={() => void sheets.refetch()} />;
  const { text, analysis } = pattern.data;
  const own = sheets.data.find((s) => s.terms === analysis.terms);
  /** The draft in this style, as a change on the bench that can be undone there. */
  const rewrite = () => own && void go(`/motif/${id}`, { state: { rewrite: own.text } });
  const published = { text, style, plain, paper: page.paper, sections: shown(page) };
  const take = (terms: Terms, format: Format) => {
    setError("");
    setMaking((n) => n + 1);
    takeAway({ ...published, terms }, format)
      .catch((e: unknown) => setError(e instanceof Error ? e.message : "That did not work."))
      .finally(() => setMaking((n) => n - 1));
  };
  const stops = analysis.findings.filter((f) => f.severity === "stop").length;
  return (
    <>
      <TopBar middle={<h1 className="truncate font-read text-lg">{analysis.title || "Untitled motif"}</h1>}>
        <Button onClick={() => window.print()}>Print</Button>
        <Link
          to={`/motif/${id}`}
          className="rounded border border-moss px-3 py-1.5 leading-tight font-medium"
        >
          Back to the bench
        </Link>
      </TopBar>
      <main className="mx-auto max-w-7xl px-6 py-6">
        {stops > 0 && (
          <p role="status" className="no-print mb-5 rounded bg-stop-soft px-4 py-2 text-stop">
            {stops === 1 ? "One finding keeps" : `${stops} findings keep`} this motif from being worked as
            written: mend it on the bench before anyone follows it.
          </p>
        )}
        <StyleBar
          schools={schools}
          choose={setSchools}
          plain={plain}
          setPlain={setPlain}
          rewrite={style && own && !sheets.isPlaceholderData ? () => rewrite() : null}
        />
        {own && [...own.changes, ...own.cannot].length > 0 && (
          <ul role="status" className="no-print mb-5 rounded bg-moss-soft px-5 py-2 text-sm">
            {[...own.changes, ...own.cannot].map((x) => (
              <li key={x}>{x}</li>
            ))}
          </ul>
        )}
        {error && (
          <p role="alert" className="mb-5 rounded bg-stop-soft px-4 py-2 text-stop">
            {error}
          </p>
        )}
        <div className="no-print flex flex-wrap items-end gap-x-4">
          <div role="group" aria-label="Shown as" className="mb-5 flex">
            <Button className={PRESSED} aria-pressed={!asPage} onClick={() => setAsPage(false)}>
              Words
            </Button>
            <Button className={PRESSED} aria-pressed={asPage} onClick={() => setAsPage(true)}>
              Printed page
            </Button>
          </div>
          <PageBar
            page={page}
            setPage={(next) => {
              keep(next);
              setPage(next);
            }}
          />
          <Button className="mb-5" onClick={() => take(analysis.terms, "parcel")}>
            Parcel of both, in every format
          </Button>
          <p role="status" className="mb-5 text-sm text-quiet">
            {making > 0 && "Making the file …"}
          </p>
        </div>
        <div className="grid gap-8 lg:grid-cols-2 print:block">
          {sheets.data.map((sheet) =>
            asPage ? (
              <section key={sheet.terms} aria-label={`${sheet.terms.toUpperCase()} page`}>
                <div className="mb-2 flex justify-end">
                  <Formats terms={sheet.terms} take={take} />
                </div>
                <PrintedPage pattern={published} terms={sheet.terms} />
              </section>
            ) : (
              <Column key={sheet.terms} sheet={sheet} take={take} />
            ),
          )}
        </div>
      </main>
    </>
  );
}

type Take = (terms: Terms, format: Format) => void;

/** The pattern in one dialect, to take away in any format. */
function Formats({ terms, take }: { terms: Terms; take: Take }) {
  return (
    <p className="no-print flex flex-wrap gap-1.5 font-work">
      {FORMATS.map(([format, name]) => (
        <Button
          key={format}
          className="px-2 py-1 text-sm"
          onClick={() => take(terms, format)}
          aria-label={`${name} in ${terms.toUpperCase()} terms`}
        >
          {name}
        </Button>
      ))}
    </p>
  );
}

function Column({ sheet, take }: { sheet: Sheet; take: Take }) {
  const terms = sheet.terms.toUpperCase();
  return (
    <article
      aria-label={`${terms} terms`}
      className="min-w-0 rounded-lg border border-line bg-leaf px-4 py-6 sm:px-8 font-read leading-relaxed print:mb-8 print:break-after-page print:border-0 print:px-0"
    >
      <header className="mb-4 flex flex-wrap items-baseline justify-between gap-2 border-b border-line pb-3">
        <h2 className="text-xl font-semibold">
          <span className="hidden print:inline">{sheet.title}: </span>
          {terms} terms
        </h2>
        <Formats terms={sheet.terms} take={take} />
      </header>
      <dl className="mb-4 grid grid-cols-[8rem_1fr] gap-x-4 text-[0.95rem]">
        {sheet.materials.map((m) => (
          <div key={m.name} className="contents">
            <dt className="text-quiet">{m.name}</dt>
            <dd>{m.value}</dd>
          </div>
        ))}
        {sheet.abbreviations.length > 0 && (
          <>
            <dt className="text-quiet">Abbreviations</dt>
            <dd>{sheet.abbreviations.map((a) => `${a.name}, ${a.value}`).join("; ")}</dd>
          </>
        )}
        {sheet.special.map((s) => (
          <div key={s.name} className="contents">
            <dt className="text-quiet">{s.name}</dt>
            <dd>{s.value}</dd>
          </div>
        ))}
      </dl>
      <p className="mb-3">
        <strong className="font-semibold">Begin:</strong> {sheet.begin}.
      </p>
      {sheet.notes.map((n) => (
        <Note key={n} text={n} />
      ))}
      <ol>
        {sheet.rounds.map((r) => (
          <SheetRound key={r.label} round={r} />
        ))}
      </ol>
    </article>
  );
}

/** A round: its name in the margin, what yarn it is worked with before its words. */
function SheetRound({ round }: { round: Sheet["rounds"][number] }) {
  const [name, yarn] = round.label.split(" with ");
  return (
    <li className="mb-2.5 grid break-inside-avoid grid-cols-[4rem_1fr]">
      <strong className="font-semibold">{name}</strong>
      <div className="first-letter:uppercase">
        {yarn && <em>With {yarn}: </em>}
        {unbroken(round.text)}.{" "}
        <span className="whitespace-nowrap text-quiet">({unbroken(round.counts)})</span>
        {round.notes.map((n) => (
          <Note key={n} text={n} />
        ))}
      </div>
    </li>
  );
}

function Note({ text }: { text: string }) {
  return <p className="mb-2 text-[0.95rem] text-quiet italic">{text.replace(/^#\s*|^Note:\s*/i, "")}</p>;
}
