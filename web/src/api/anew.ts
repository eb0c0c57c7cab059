import type { QueryClient } from "@tanstack/react-query";

/**
 * Asks again for what was just changed. An answer still on its way is dropped first: it may have left before
 * the change, and the library waits for a first answer instead of asking again.
 */
export async function anew(cache: QueryClient, key: string): Promise<void> {
  await cache.cancelQueries({ queryKey: [key] });
  await cache.invalidateQueries({ queryKey: [key] });
}
