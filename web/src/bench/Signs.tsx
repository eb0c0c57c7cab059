import type { Answer } from "./useAnalysis";
import type { SaveState } from "./useAutosave";

const SAVED: Record<SaveState, [string, string]> = {
  saved: ["Saved", "text-quiet"],
  saving: ["Saving …", "text-quiet"],
  kept: ["Not sent yet: kept in this browser", "text-warn"],
  conflict: ["Changed elsewhere", "text-warn"],
  refused: ["Not saved", "text-stop"],
};

/** What has become of what was typed. */
export function SaveSign({ state, words }: { state: SaveState; words: string }) {
  const [text, ink] = SAVED[state];
  return (
    <span role="status" className={`text-sm whitespace-nowrap ${ink}`} title={words} data-save={state}>
      {text}
      {state === "refused" && `: ${words}`}
    </span>
  );
}

/** Whether the picture and the counts are those of what is typed now. */
export function WorkSign({ answer }: { answer: Answer }) {
  if (answer.state === "fresh") return null;
  const text =
    answer.state === "behind"
      ? "Working …"
      : answer.state === "refused"
        ? answer.words
        : "The server can’t be reached: counts and drawing are from before.";
  return (
    <p role="status" className="absolute inset-x-3 top-3 rounded bg-warn-soft px-3 py-1.5 text-sm text-warn">
      {text}
    </p>
  );
}
