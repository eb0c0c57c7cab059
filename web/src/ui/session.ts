import { createContext, useContext } from "react";
import type { Session } from "../api/client";

export const SessionContext = createContext<Session | null>(null);

/** The designer at work; only inside the signed-in part of the application. */
export function useSession(): Session {
  const session = useContext(SessionContext);
  if (!session) throw new Error("No session here");
  return session;
}
