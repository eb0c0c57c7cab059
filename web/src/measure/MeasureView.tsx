import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useParams } from "react-router";
import { asked, client, keep, type Motif } from "../api/client";
import { useMotif } from "../api/useMotif";
import { ConflictDialog } from "../bench/ConflictDialog";
import { SaveSign } from "../bench/Signs";
import { useAutosave } from "../bench/useAutosave";
import { TopBar } from "../ui/TopBar";
import { Trouble, Waiting } from "../ui/states";
import { useSession } from "../ui/session";
import { FinishSection } from "./FinishSection";
import { GaugeSection } from "./GaugeSection";
import { HookSection } from "./HookSection";
import { SwatchSection } from "./SwatchSection";

/** Gauge, finished rounds, size, yarn: what is entered here stands in the draft as header lines. */
export function MeasureView() {
  const id = Number(useParams().id);
  const motif = useMotif(id, "measuring");
  if (motif.isPending) return <Waiting what="Fetching the motif" />;
  if (motif.isError) return <Trouble error={motif.error} again={() => void motif.refetch()} />;
  return <Measuring key={id} motif={motif.data} />;
}

function Measuring({ motif }: { motif: Motif }) {
  const { units } = useSession();
  const save = useAutosave(motif);
  const [wanted, setWanted] = useState("");
  const wanted_mm = (Number(wanted) || 0) * (units === "in" ? 25.4 : 10);
  const found = useQuery({
    queryKey: ["measure", save.text, wanted_mm],
    queryFn: () => asked(client.POST("/api/measure", { body: { text: save.text, wanted_mm } })),
    placeholderData: (before) => before,
    gcTime: 0,
  });
  const keepBoth = async (mine: string, theirs: string) => {
    await keep(mine);
    save.settle(theirs);
  };
  const shared = { text: save.text, change: save.change, units };
  return (
    <div className="min-h-screen">
      <TopBar
        middle={
          <div className="flex min-w-0 items-baseline gap-4">
            <h1 className="truncate font-read text-lg">Measuring {motif.title}</h1>
            <SaveSign state={save.state} words={save.words} />
          </div>
        }
      >
        <Link
          to={`/motif/${motif.id}`}
          className="rounded border border-line bg-leaf px-3 py-1.5 leading-tight font-medium"
        >
          Back to the bench
        </Link>
      </TopBar>
      <main className="mx-auto grid max-w-6xl gap-4 p-4 lg:grid-cols-2">
        {found.isPending ? (
          <Waiting what="Measuring" />
        ) : found.isError ? (
          <Trouble error={found.error} again={() => void found.refetch()} />
        ) : (
          <>
            <div className="flex flex-col gap-4">
              <GaugeSection {...shared} measures={found.data} />
              <HookSection {...shared} measures={found.data} />
            </div>
            <div className="flex flex-col gap-4">
              <FinishSection {...shared} measures={found.data} wanted={wanted} setWanted={setWanted} />
              <SwatchSection text={save.text} change={save.change} terms={found.data.terms} />
            </div>
          </>
        )}
      </main>
      {save.conflict && <ConflictDialog conflict={save.conflict} settle={save.settle} keepBoth={keepBoth} />}
    </div>
  );
}
