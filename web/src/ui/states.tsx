import { ServerError } from "../api/client";
import { Button } from "./Button";

/** What is being waited for, in words; a picture that turns would say less. */
export function Waiting({ what }: { what: string }) {
  return (
    <p role="status" className="p-10 text-quiet">
      {what} …
    </p>
  );
}

/** What went wrong, and what to do. */
export function Trouble({ error, again }: { error: unknown; again: () => void }) {
  const text = error instanceof ServerError ? error.message : "Something went wrong in the page.";
  return (
    <div role="alert" className="mx-auto mt-24 max-w-md rounded border border-line bg-leaf p-6">
      <p className="mb-4 font-read text-lg">{text}</p>
      <Button onClick={again}>Try again</Button>
    </div>
  );
}
