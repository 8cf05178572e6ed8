import { createContext, useContext } from "react";
import { useSyncExternalStoreWithSelector } from "use-sync-external-store/with-selector";
import type { DocumentStore } from "./document-store";
import type { Observable } from "./observable";
import type { Session } from "./session";

export const SessionContext = createContext<Session | null>(null);

/** The session of the document that is open. */
export function useSession(): Session {
  const session = useContext(SessionContext);
  if (!session) throw new Error("No document is open here.");
  return session;
}

/** Whether two selected values are the same as far as a component shows them; by identity unless something else is said. */
type Equal<T> = (a: T, b: T) => boolean;

/** Selects from something that changes in place: the component is drawn again only when what was selected is another. */
function useSelected<Source extends Observable, T>(
  source: Source,
  select: (source: Source) => T,
  isEqual: Equal<T>,
): T {
  const version = () => source.version;
  return useSyncExternalStoreWithSelector(source.subscribe, version, version, () => select(source), isEqual);
}

/** A piece of the document, its index or the selection. */
export function useDocument<T>(select: (store: DocumentStore) => T, isEqual: Equal<T> = Object.is): T {
  return useSelected(useSession().store, select, isEqual);
}

/** A piece of anything in the session; asked for after each change of any part. Prefer what is narrower. */
export function useSessionValue<T>(select: (session: Session) => T, isEqual: Equal<T> = Object.is): T {
  return useSelected(useSession(), select, isEqual);
}

/** Whether two lists hold the same members in the same order. */
export function sameMembers<T>(a: readonly T[], b: readonly T[]): boolean {
  return a.length === b.length && a.every((member, i) => Object.is(member, b[i]));
}
