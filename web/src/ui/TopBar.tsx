import { useQueryClient } from "@tanstack/react-query";
import { DropdownMenu } from "radix-ui";
import type { ReactNode } from "react";
import { Link } from "react-router";
import { asked, client, type Session, type Terms, type Units } from "../api/client";
import { Button } from "./Button";
import { Mark } from "./Mark";
import { useSession } from "./session";

export function TopBar({ children, middle }: { children?: ReactNode; middle?: ReactNode }) {
  return (
    <header className="no-print flex min-h-14 flex-wrap items-center gap-x-4 gap-y-1 border-b border-line bg-leaf px-5 py-2 max-sm:gap-x-1 max-sm:px-3">
      <Link
        to="/"
        className="flex items-center gap-2 font-read text-lg font-semibold"
        aria-label="Moss Ring: the shelf"
      >
        <Mark /> <span className="max-sm:hidden">Moss Ring</span>
      </Link>
      <div className="min-w-0 flex-1 max-sm:order-last max-sm:basis-full">{middle}</div>
      {children}
      <Me />
    </header>
  );
}

const ITEM =
  "flex cursor-pointer items-center justify-between gap-6 rounded px-2.5 py-1.5 outline-none data-[highlighted]:bg-moss-soft";

/** Words and units by preference, and the way out. */
function Me() {
  const session = useSession();
  const queries = useQueryClient();
  const take = (next: Session) => queries.setQueryData(["session"], next);
  const prefer = async (body: { terms?: Terms; units?: Units }) =>
    take(await asked(client.PATCH("/api/session", { body })));
  const leave = async () => {
    take(await asked(client.DELETE("/api/session")));
    queries.removeQueries({ queryKey: ["shelf"] });
    queries.removeQueries({ queryKey: ["motif"] });
  };
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger asChild>
        <Button look="bare">{session.in_demo ? "Demo studio" : session.name} ▾</Button>
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="end"
          className="z-40 min-w-56 rounded-md border border-line bg-leaf p-1.5 shadow-lg"
        >
          <Choice
            label="New motifs in"
            value={session.terms}
            options={["us", "uk"]}
            show={(x) => `${x.toUpperCase()} terms`}
            choose={(terms) => void prefer({ terms })}
          />
          <Choice
            label="Sizes in"
            value={session.units}
            options={["cm", "in"]}
            show={(x) => (x === "cm" ? "centimetres" : "inches")}
            choose={(units) => void prefer({ units })}
          />
          <DropdownMenu.Separator className="my-1 border-t border-line" />
          <DropdownMenu.Item className={ITEM} onSelect={() => void leave()}>
            Sign out
          </DropdownMenu.Item>
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}

type ChoiceProps<T extends string> = {
  label: string;
  value: T;
  options: T[];
  show: (x: T) => string;
  choose: (x: T) => void;
};

function Choice<T extends string>({ label, value, options, show, choose }: ChoiceProps<T>) {
  return (
    <DropdownMenu.RadioGroup value={value} onValueChange={(x) => choose(x as T)}>
      <DropdownMenu.Label className="px-2.5 pt-1 text-sm text-quiet">{label}</DropdownMenu.Label>
      {options.map((x) => (
        <DropdownMenu.RadioItem key={x} value={x} className={ITEM}>
          {show(x)} <DropdownMenu.ItemIndicator>✓</DropdownMenu.ItemIndicator>
        </DropdownMenu.RadioItem>
      ))}
    </DropdownMenu.RadioGroup>
  );
}
