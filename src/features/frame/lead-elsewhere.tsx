import { counted } from "@/components/counted";
import type { ReferencePlace } from "@/core/destinations";
import type { LinkTarget } from "@/core/document";
import { referenceWords } from "@/core/links";
import { retargetLinks, useSession, useSessionValue } from "@/editor";
import { PlacePicker } from "./place-picker";

/** Asks where links shall lead that are to lead somewhere else, and leads them there in one step. */
export function LeadElsewhere() {
  const session = useSession();
  const links = useSessionValue((it) => it.following.leading);

  function lead(target: LinkTarget) {
    if (!links) return;
    session.following.askToLead(null);
    const wordsOf = ({ from, reference }: ReferencePlace) =>
      referenceWords(reference, from, session.index, session.pagesShown);
    session.dispatch(retargetLinks(session.state.tr, links, target, wordsOf));
    session.say(`${counted(links.length, "link leads", "links lead")} there now.`, { undo: true });
  }

  return (
    <PlacePicker
      title={`Where ${counted(links?.length ?? 0, "link")} shall lead`}
      open={links !== null}
      onClose={() => session.following.askToLead(null)}
      onChoose={lead}
    />
  );
}
