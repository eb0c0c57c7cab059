import type { components } from "../api/schema";

export type Paper = components["schemas"]["WriteIn"]["paper"];

/** The sections of a published pattern in their usual order, each with its name. */
export const SECTIONS: [key: string, name: string][] = [
  ["picture", "Picture"],
  ["size", "Finished size"],
  ["gauge", "Gauge"],
  ["hook", "Hook"],
  ["notions", "Notions"],
  ["level", "How hard it is"],
  ["yarn", "Yarn"],
  ["notes", "Notes"],
  ["abbreviations", "Abbreviations"],
  ["special", "Special stitches"],
  ["rounds", "Instructions"],
  ["chart", "Chart"],
  ["colours", "Order of the colours"],
  ["schematic", "Measurements"],
  ["finishing", "Finishing"],
  ["words", "The other terms"],
  ["credits", "About this pattern"],
];

/** How a designer wants the printed page: its paper, its sections in order, and those that are left out. */
export type Page = { paper: Paper; order: string[]; out: string[] };

const KEY = "moss-ring:page";
const USUAL: Page = { paper: "a4", order: SECTIONS.map(([key]) => key), out: [] };

/** The page as it was wanted last on this machine. */
export function wanted(): Page {
  try {
    const kept = JSON.parse(localStorage.getItem(KEY) ?? "null") as Partial<Page> | null;
    const known = new Set(USUAL.order);
    const order = (kept?.order ?? []).filter((key) => known.has(key));
    return {
      paper: kept?.paper === "letter" ? "letter" : "a4",
      order: [...order, ...USUAL.order.filter((key) => !order.includes(key))],
      out: (kept?.out ?? []).filter((key) => known.has(key)),
    };
  } catch {
    return USUAL;
  }
}

export function keep(page: Page): void {
  try {
    localStorage.setItem(KEY, JSON.stringify(page));
  } catch {
    // a full or closed store only forgets the preference
  }
}

/** The sections to print, in order. */
export const shown = (page: Page) => page.order.filter((key) => !page.out.includes(key));

/** The page with one section a place further up (-1) or down (1). */
export function moved(page: Page, key: string, by: -1 | 1): Page {
  const at = page.order.indexOf(key);
  const to = at + by;
  if (at < 0 || to < 0 || to >= page.order.length) return page;
  const order = [...page.order];
  order.splice(at, 1);
  order.splice(to, 0, key);
  return { ...page, order };
}

/** The page with one section left out, or in again. */
export function switched(page: Page, key: string): Page {
  const out = page.out.includes(key) ? page.out.filter((k) => k !== key) : [...page.out, key];
  return { ...page, out };
}
