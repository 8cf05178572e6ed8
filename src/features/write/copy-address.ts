import type { DestinationId } from "@/core/document";
import type { Session } from "@/editor";

/** Copies the address of a place for readers: in the newest edition, and until there is one in the text as it stands. Its anchor is published with that, so that the address stays good. */
export async function copyAddress(session: Session, id: DestinationId): Promise<void> {
  session.publish([id]);
  const anchor = session.store.index.anchors.of(id);
  if (!anchor) return;
  const address = `${window.location.origin}/read/${session.id}/at/${encodeURIComponent(anchor)}`;
  try {
    await navigator.clipboard.writeText(address);
    session.notices.say(`Copied ${address}`);
  } catch {
    session.notices.say(`The browser did not allow copying. The address is ${address}`);
  }
}
