import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import { anew } from "../api/anew";
import { asked, client } from "../api/client";
import { Button } from "../ui/Button";
import { TopBar } from "../ui/TopBar";
import { Trouble, Waiting } from "../ui/states";
import { MotifCard } from "./MotifCard";
import { NewMotif } from "./NewMotif";

export function Shelf() {
  const queries = useQueryClient();
  const shelf = useQuery({
    queryKey: ["shelf"],
    queryFn: () => asked(client.GET("/api/motifs")),
    staleTime: 0,
  });
  const [binned, setBinned] = useState<{ id: number; title: string } | null>(null);
  const refresh = () => anew(queries, "shelf");
  const bin = useMutation({
    mutationFn: (card: { id: number; title: string }) =>
      asked(client.DELETE("/api/motifs/{motif_id}", { params: { path: { motif_id: card.id } } })),
    onSuccess: (_, card) => {
      setBinned(card);
      void refresh();
    },
  });
  const restore = useMutation({
    mutationFn: (id: number) =>
      asked(client.POST("/api/motifs/{motif_id}/restore", { params: { path: { motif_id: id } } })),
    onSuccess: () => {
      setBinned(null);
      void refresh();
    },
  });

  if (shelf.isPending) return <Waiting what="Fetching your motifs" />;
  if (shelf.isError) return <Trouble error={shelf.error} again={() => void shelf.refetch()} />;
  const failed = bin.error ?? restore.error;
  return (
    <>
      <TopBar />
      <main className="mx-auto max-w-6xl px-6 py-7">
        <div className="mb-6 flex flex-wrap items-end justify-between gap-4">
          <div>
            <h1 className="font-read text-3xl">The shelf</h1>
            <p className="text-quiet">
              {shelf.data.length === 1 ? "One motif" : `${shelf.data.length} motifs`}, last touched first
            </p>
          </div>
          <div className="flex gap-3">
            <Link
              to="/read-in"
              className="rounded border border-line bg-leaf px-3 py-1.5 leading-tight font-medium hover:border-moss"
            >
              Read in a pattern
            </Link>
            <NewMotif />
          </div>
        </div>
        {binned && (
          <p role="status" className="mb-4 flex items-center gap-3 rounded bg-moss-soft px-4 py-2">
            “{binned.title}” is off the shelf.
            <Button onClick={() => restore.mutate(binned.id)}>Put it back</Button>
          </p>
        )}
        {failed && (
          <p role="alert" className="mb-4 rounded bg-stop-soft px-4 py-2 text-stop">
            {failed.message}
          </p>
        )}
        {shelf.data.length === 0 ? (
          <Empty />
        ) : (
          <ul className="grid grid-cols-[repeat(auto-fill,minmax(15rem,1fr))] gap-5">
            {shelf.data.map((card) => (
              <MotifCard key={card.id} card={card} bin={() => bin.mutate(card)} />
            ))}
          </ul>
        )}
      </main>
    </>
  );
}

function Empty() {
  return (
    <div className="rounded-lg border border-dashed border-line p-10 font-read text-lg leading-relaxed">
      <p>
        Nothing here yet. Begin a motif: choose a shape, and its first round is there already. Or read in a
        pattern that you have in your notes.
      </p>
      <p className="mt-2 text-quiet">
        Then type the next one, for example{" "}
        <q>[(2 dc, ch 2, 2 dc) in corner, dc in each st to corner] around</q>, and see what it comes to.
      </p>
    </div>
  );
}
