import { createContext, useContext, useSyncExternalStore } from "react";
import type { Session } from "./session";

export const SessionContext = createContext<Session | null>(null);

/** The session of the document that is open. */
export function useSession(): Session {
  const session = useContext(SessionContext);
  if (!session) throw new Error("No document is open here.");
  return session;
}

/**
 * One piece of the session; the component draws anew only when that piece is another. What the selector answers has to
 * be the same object while nothing changed.
 */
export function useSessionValue<T>(select: (session: Session) => T): T {
  const session = useSession();
  const read = () => select(session);
  return useSyncExternalStore(session.subscribe, read, read);
}
