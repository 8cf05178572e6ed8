import { counted } from "@/components/counted";
import type { ReferencePlace } from "@/core/index";
import type { LinkTarget } from "@/core/document";
import { referenceWords } from "@/core/links";
import { retargetLinks, useSession, useSessionValue } from "@/editor";
import { PlacePicker } from "./place-picker";

/** Asks where links should lead that are to lead somewhere else, and leads them there in one step. */
export function LeadElsewhere() {
  const session = useSession();
  const links = useSessionValue((it) => it.following.leading);

  function lead(target: LinkTarget) {
    if (!links) return;
    session.following.askToLead(null);
    const wordsOf = ({ from, reference }: ReferencePlace) =>
      referenceWords(reference, from, session.store.index, session.pagesShown);
    session.dispatch(retargetLinks(session.store.state.tr, links, target, wordsOf));
    session.notices.say(`${counted(links.length, "link leads", "links lead")} there now.`, { undo: true });
  }

  return (
    <PlacePicker
      title={`Where ${counted(links?.length ?? 0, "link")} should lead`}
      open={links !== null}
      onClose={() => session.following.askToLead(null)}
      onChoose={lead}
    />
  );
}
