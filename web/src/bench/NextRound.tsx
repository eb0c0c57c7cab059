import { useQuery } from "@tanstack/react-query";
import { Dialog } from "radix-ui";
import { useCallback, useEffect, useRef, useState } from "react";
import { asked, client, type Offer } from "../api/client";
import { Button } from "../ui/Button";
import { Overlay } from "../ui/Overlay";

type Props = { text: string; take: (line: string) => void };

/** What could come next: each round worked and judged before it is taken. Alt N opens it, a number takes one. */
export function NextRound({ text, take }: Props) {
  const [open, setOpen] = useState(false);
  const before = useRef<Element | null>(null);
  const offers = useQuery({
    queryKey: ["next", text],
    queryFn: () => asked(client.POST("/api/next", { body: { text } })),
    enabled: open,
    gcTime: 0,
  });
  useEffect(() => {
    const listen = (e: KeyboardEvent) => {
      if (!e.altKey || e.ctrlKey || e.metaKey || e.code !== "KeyN") return;
      e.preventDefault();
      before.current = document.activeElement;
      setOpen(true);
    };
    window.addEventListener("keydown", listen);
    return () => window.removeEventListener("keydown", listen);
  }, []);
  const choose = useCallback(
    (offer: Offer) => {
      setOpen(false);
      take(offer.line);
    },
    [take],
  );
  const list = offers.data;
  useEffect(() => {
    if (!open || !list) return;
    const listen = (e: KeyboardEvent) => {
      const offer = /^[1-9]$/.test(e.key) && !e.altKey && !e.ctrlKey ? list[Number(e.key) - 1] : undefined;
      if (!offer) return;
      e.preventDefault();
      choose(offer);
    };
    window.addEventListener("keydown", listen);
    return () => window.removeEventListener("keydown", listen);
  }, [open, list, choose]);
  return (
    <Dialog.Root open={open} onOpenChange={setOpen}>
      <Dialog.Trigger asChild>
        <Button title="Next round (Alt N)" onClick={(e) => (before.current = e.currentTarget)}>
          Next round
        </Button>
      </Dialog.Trigger>
      <Overlay
        wide
        title="What could come next"
        description="Each was worked on what stands, and lies as it says. Press its number to take it; it is plain text afterwards."
        backTo={before}
      >
        <div>
          {offers.isPending && <p role="status">Working what could follow …</p>}
          {offers.error && (
            <p role="alert" className="text-stop">
              {offers.error.message}
            </p>
          )}
          {offers.data?.length === 0 && (
            <p>Nothing could be offered: mend what is found in the last round first, or type the next one.</p>
          )}
          <ol className="max-h-[66vh] overflow-auto">
            {offers.data?.map((offer, k) => (
              <li key={offer.line} className="border-b border-line last:border-0">
                <button
                  type="button"
                  autoFocus={k === 0}
                  onClick={() => choose(offer)}
                  className="grid w-full grid-cols-[1.6rem_1fr_auto] gap-x-3 px-2 py-2 text-left hover:bg-sunk focus-visible:bg-sunk"
                >
                  <span className="text-quiet tabular-nums">{k < 9 ? k + 1 : ""}</span>
                  <span className="min-w-0">
                    <strong className="font-semibold">{offer.name}</strong>
                    <span className="block font-work text-sm text-quiet">{offer.line}</span>
                  </span>
                  <span className="text-right text-sm whitespace-nowrap">
                    {offer.stitches} sts
                    <span className="block text-quiet">
                      {offer.verdict === "unknown" ? "not judged" : offer.verdict}
                    </span>
                  </span>
                </button>
              </li>
            ))}
          </ol>
        </div>
      </Overlay>
    </Dialog.Root>
  );
}
