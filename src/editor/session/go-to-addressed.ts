import { asId, decodeSafely, fromJSON, quotationSchema } from "@/core/document";
import type { Session } from "./session";

/**
 * Goes to what the window's address names: a place, words found by their block and from where to where in it, or the lines that look
 * like titles.
 */
export function goToAddressed(session: Session): void {
  const { hash, pathname } = window.location;
  delete document.documentElement.dataset.addressed;
  const found = /^#at=([\w-]+)\.(\d+)\.(\d+)$/.exec(hash);
  const place = asId(/^#to=([\w-]+)$/.exec(hash)?.[1]);
  const words = fromJSON(quotationSchema, decodeSafely(/^#words=(.+)$/.exec(hash)?.[1] ?? ""));
  const titles = hash === "#titles";
  if (!found && !place && !words && !titles) return;
  window.history.replaceState(window.history.state, "", pathname);
  if (titles) session.dialogs.openSoon("titles");
  else if (found) session.goToWords(found[1]!, Number(found[2]), Number(found[3]));
  else if (words) session.following.follow({ kind: "words", ...words });
  else if (!session.jumps.to(place!)) session.notices.say("The place that the link leads to was removed.");
}
