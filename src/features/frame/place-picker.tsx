import { useState } from "react";
import { Finder, type FinderEntry } from "@/components/finder";
import { Panel } from "@/components/panel";
import type { Destination } from "@/core/destinations";
import { targetFromAddress, type LinkTarget } from "@/core/document";
import { targetOf, useSession, useSessionValue } from "@/editor";
import { placeEntries } from "./place-entries";

/** A box in which one says where something shall lead: to a place of the document, or to a web or mail address. */
export function PlacePicker({
  title,
  open,
  onClose,
  onChoose,
  except,
}: {
  title: string;
  open: boolean;
  onClose: () => void;
  onChoose: (target: LinkTarget) => void;
  /** Places that are not offered. */
  except?: ReadonlySet<string>;
}) {
  return (
    <Panel title={title} open={open} onClose={onClose}>
      {open && (
        <PlaceFinder
          onPlace={(place) => onChoose(targetOf(place))}
          onAddress={onChoose}
          except={except}
          empty="No place is called that. Type a whole address for one on the web."
        />
      )}
    </Panel>
  );
}

/** A field over the places to which something can lead, those picked up lately first; also for web and mail addresses. */
export function PlaceFinder({
  onPlace,
  onAddress,
  except,
  empty,
}: {
  /** `further`: also to go there. */
  onPlace: (place: Destination, further: boolean) => void;
  /** Null where only a place of the document will do. */
  onAddress: ((target: LinkTarget, called: string) => void) | null;
  except?: ReadonlySet<string> | undefined;
  empty: string;
}) {
  const session = useSession();
  const index = useSessionValue((it) => it.outline);
  const [typed, setTyped] = useState("");
  const outside = onAddress && outsideEntry(typed, onAddress);
  const places = placeEntries(
    index,
    typed,
    (found, further) => found.kind === "destination" && onPlace(found.place, further),
    {
      linkable: true,
      pages: session.pages,
      first: session.pocket.recent,
      ...(except && { except }),
    },
  );
  return (
    <Finder
      label="Where to"
      placeholder={
        onAddress
          ? "A heading, a figure, a bookmark, a web or mail address"
          : "A heading, a figure, a bookmark"
      }
      value={typed}
      onType={setTyped}
      entries={outside ? [outside, ...places] : places}
      empty={empty}
    />
  );
}

/** What was typed as a web or mail address, if it can be read as one. */
function outsideEntry(
  typed: string,
  choose: (target: LinkTarget, called: string) => void,
): FinderEntry | null {
  const text = typed.trim();
  const target = /^[^\s@]+@[^\s@]+\.[^\s@]+$/.test(text)
    ? targetFromAddress(`mailto:${text}`)
    : /^(https?:\/\/|mailto:|tel:)\S+$/i.test(text)
      ? targetFromAddress(text)
      : /^(www\.\S+|[\w-]+(\.[\w-]+)*\.[a-z]{2,}(\/\S*)?)$/i.test(text)
        ? targetFromAddress(`https://${text}`)
        : null;
  if (!target) return null;
  const to = target.kind === "mail" ? target.address : target.kind === "web" ? target.url : "";
  return {
    key: "outside",
    content: () => (
      <>
        <span className="min-w-0 flex-1 truncate">{to}</span>
        <span className="shrink-0 text-sm text-quiet">
          {target.kind === "mail" ? "mail address" : "web address"}
        </span>
      </>
    ),
    choose: () => choose(target, to),
  };
}
