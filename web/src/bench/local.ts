/** What was typed and not yet saved, kept in this browser. */
export type Local = { text: string; revision: number };

const key = (id: number) => `moss-ring:motif:${id}`;

export function keepLocal(id: number, text: string, revision: number): void {
  try {
    localStorage.setItem(key(id), JSON.stringify({ text, revision }));
  } catch {
    // A full or forbidden store: the text is still on the page, and still being sent.
  }
}

export function readLocal(id: number): Local | null {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(key(id)) ?? "null");
    if (typeof kept !== "object" || kept === null) return null;
    const { text, revision } = kept as Partial<Local>;
    return typeof text === "string" && typeof revision === "number" ? { text, revision } : null;
  } catch {
    return null;
  }
}

/** Forget it: whatever it is, or only if it is this text (another tab may have typed on). */
export function forgetLocal(id: number, text?: string): void {
  if (text !== undefined && readLocal(id)?.text !== text) return;
  localStorage.removeItem(key(id));
}
