import type { Units } from "../api/client";

/** A length in the designer's unit: `15 cm`, `6 in` (to the half unit). */
export function length(mm: number, units: Units): string {
  const value = units === "cm" ? mm / 10 : mm / 25.4;
  const rounded = Math.round(value * 2) / 2;
  return `${rounded} ${units}`;
}

/** A length as it is measured: `8.2 cm`, `3.2 in`. */
export function exact(mm: number, units: Units): string {
  return `${(units === "cm" ? mm / 10 : mm / 25.4).toFixed(1)} ${units}`;
}
