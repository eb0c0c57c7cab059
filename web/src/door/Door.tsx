import { useQueryClient } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { asked, client, type Session } from "../api/client";
import { Button } from "../ui/Button";
import { Mark } from "../ui/Mark";

type Way = "in" | "new";

export function Door({ demo }: { demo: boolean }) {
  const queries = useQueryClient();
  const [way, setWay] = useState<Way>("in");
  const [error, setError] = useState("");
  const [busy, setBusy] = useState(false);

  const enter = async (call: () => Promise<Session>) => {
    setBusy(true);
    setError("");
    try {
      queries.setQueryData(["session"], await call());
    } catch (e) {
      setError(e instanceof Error ? e.message : "That did not work.");
    } finally {
      setBusy(false);
    }
  };

  const send = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = new FormData(event.currentTarget);
    const body = { name: String(form.get("name")), password: String(form.get("password")) };
    void enter(() =>
      asked(way === "in" ? client.POST("/api/session", { body }) : client.POST("/api/accounts", { body })),
    );
  };

  return (
    <main className="mx-auto grid min-h-screen max-w-5xl items-center gap-12 px-6 py-12 md:grid-cols-[1.2fr_1fr]">
      <section>
        <h1 className="mb-5 flex items-center gap-3 font-read text-4xl font-semibold">
          <Mark size={46} /> Moss Ring
        </h1>
        <p className="mb-4 max-w-prose font-read text-xl leading-relaxed">
          Draft a motif round by round. Every stitch is worked as you type: counted, watched at the corners,
          judged for lying flat, drawn, and written in US and UK terms.
        </p>
        <p className="max-w-prose text-quiet">
          You write the trade’s own shorthand. Nothing has to be run, and nothing you type is lost.
        </p>
        {demo && (
          <div className="mt-8">
            <Button
              look="main"
              className="px-5 py-2.5 text-lg"
              disabled={busy}
              onClick={() => void enter(() => asked(client.POST("/api/session/demo")))}
            >
              Step into the demo studio
            </Button>
            <p className="mt-2 text-sm text-quiet">
              A harbour choir’s lanterns and stage panels, to look at and take apart.
            </p>
          </div>
        )}
      </section>
      <form
        onSubmit={send}
        className="rounded-lg border border-line bg-leaf p-7"
        aria-labelledby="door-title"
      >
        <h2 id="door-title" className="mb-4 font-read text-2xl">
          {way === "in" ? "Sign in" : "A studio of your own"}
        </h2>
        <label className="mb-3 block">
          <span className="mb-1 block">Name</span>
          <input className="field" name="name" autoComplete="username" required maxLength={150} />
        </label>
        <label className="mb-4 block">
          <span className="mb-1 block">Password</span>
          <input
            className="field"
            name="password"
            type="password"
            required
            minLength={way === "new" ? 10 : undefined}
            autoComplete={way === "in" ? "current-password" : "new-password"}
          />
          {way === "new" && <span className="mt-1 block text-sm text-quiet">Ten characters or more.</span>}
        </label>
        {error && (
          <p role="alert" className="mb-4 rounded bg-stop-soft px-3 py-2 text-stop">
            {error}
          </p>
        )}
        <div className="flex flex-wrap items-center gap-3">
          <Button type="submit" look="main" disabled={busy}>
            {way === "in" ? "Sign in" : "Make the account"}
          </Button>
          <Button
            look="bare"
            onClick={() => {
              setWay(way === "in" ? "new" : "in");
              setError("");
            }}
          >
            {way === "in" ? "Make an account" : "I have an account"}
          </Button>
        </div>
      </form>
    </main>
  );
}
