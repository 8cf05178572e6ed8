import { useState } from "react";
import { Button } from "@/components/button";
import { counted } from "@/components/counted";
import { Panel } from "@/components/panel";
import { shortened } from "@/core/document";
import { referenceWords, type Impact } from "@/core/links";
import type { IncomingLink } from "@/core/library";
import { useSession, useSessionValue, useDocument } from "@/editor";
import { PlacePicker } from "./place-picker";

const SHOWN = 6;

/** Before something goes to which links lead: which those are, and what is to become of them. */
export function RemovalPanel() {
  const session = useSession();
  const pending = useSessionValue((it) => it.removals.pending);
  const [picking, setPicking] = useState(false);
  const count = pending?.impact.links.length ?? 0;
  const all = count + (pending?.others.length ?? 0);
  const them = count === 1 ? "it" : "them";
  return (
    <>
      <Panel
        title={`${counted(all, "link leads", "links lead")} to what you delete`}
        open={pending !== null && !picking}
        onClose={() => session.removals.cancel()}
        onReturn={() => session.viewport.focus()}
      >
        {pending && (
          <div className="px-4 pb-4 text-sm">
            <Concerned impact={pending.impact} />
            <OthersConcerned links={pending.others} />
            <div className="grid gap-1.5" role="group" aria-label={`What happens to ${them}`}>
              {count > 0 && (
                <>
                  <Button look="main" autoFocus onClick={() => setPicking(true)}>
                    Link {them} to another place
                  </Button>
                  <Button onClick={() => session.removals.decide({ kind: "unlink" })}>
                    Keep the words as plain text
                  </Button>
                  <Button onClick={() => session.removals.decide({ kind: "words" })}>
                    Delete {count === 1 ? "its" : "their"} words too
                  </Button>
                </>
              )}
              <Button autoFocus={count === 0} onClick={() => session.removals.decide({ kind: "leave" })}>
                {count === 0 ? "Delete anyway" : `Leave ${them} broken`}
              </Button>
              <Button look="quiet" onClick={() => session.removals.cancel()}>
                Cancel
              </Button>
            </div>
          </div>
        )}
      </Panel>
      <PlacePicker
        title={`Where ${counted(count, "link")} should lead`}
        open={picking}
        onClose={() => setPicking(false)}
        except={new Set(pending?.impact.places.map(({ id }) => id))}
        onChoose={(target) => {
          setPicking(false);
          session.removals.decide({ kind: "lead", target });
        }}
      />
    </>
  );
}

function Concerned({ impact: { links, lists } }: { impact: Impact }) {
  const session = useSession();
  const index = useDocument((it) => it.index);
  const { pages } = session;
  return (
    <>
      <ul className="mb-3">
        {links.slice(0, SHOWN).map(({ from, text, reference }) => (
          <li key={from} className="truncate" dir="auto">
            “{shortened(reference ? referenceWords(reference, from, index, pages) : text, 60)}”{" "}
            <span className="text-quiet">
              in {shortened(index.sectionAt(from)?.name ?? "the beginning", 40)}
            </span>
          </li>
        ))}
        {links.length > SHOWN && <li className="text-quiet">and {links.length - SHOWN} more</li>}
      </ul>
      {lists.map(({ list, entries }) => (
        <p key={list.id} className="mb-3 text-quiet">
          “{shortened(list.name || "Contents", 40)}” will then have {counted(entries, "entry", "entries")}{" "}
          fewer.
        </p>
      ))}
    </>
  );
}

/** Links of other documents: what becomes of them is decided there. */
function OthersConcerned({ links }: { links: readonly IncomingLink[] }) {
  if (links.length === 0) return null;
  return (
    <>
      <p className="text-quiet">
        In other documents, where {links.length === 1 ? "it" : "they"} will be broken:
      </p>
      <ul aria-label="Links of other documents" className="mb-3">
        {links.slice(0, SHOWN).map(({ document, title, words, block, start }) => (
          <li key={`${document} ${block} ${start}`} className="truncate" dir="auto">
            “{shortened(words, 60)}”{" "}
            <span className="text-quiet">in {shortened(title || "Untitled", 40)}</span>
          </li>
        ))}
        {links.length > SHOWN && <li className="text-quiet">and {links.length - SHOWN} more</li>}
      </ul>
    </>
  );
}
