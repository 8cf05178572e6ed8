import { useState } from "react";
import { Finder } from "@/components/finder";
import { Panel } from "@/components/panel";
import type { Destination } from "@/core/index";
import type { LinkTarget } from "@/core/document";
import { targetOf, useSession, useDocument, useSessionValue } from "@/editor";
import { actionEntries } from "./action-entries";
import { alikeEntries, type WordsToLead } from "./alike-entries";
import { AttachButton } from "./attach-button";
import { fileEntries } from "./file-entries";
import { outsideEntries } from "./outside-entries";
import { placeEntries } from "./place-entries";
import { recentTargetEntries, libraryEntries, useLibraryPlaces } from "./library-entries";
import { topEntries, wordsEntries } from "./words-entries";

/** A box to choose where something should lead. */
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
        <>
          <PlaceFinder
            onPlace={(place) => onChoose(targetOf(place))}
            onTarget={onChoose}
            except={except}
            empty="No place has that name. Type a full address for a place on the web."
          />
          <div className="border-t border-line px-4 py-2">
            <AttachButton onAttached={(id) => onChoose({ kind: "file", id })} />
          </div>
        </>
      )}
    </Panel>
  );
}

/** A box to choose a place of the document itself. */
export function OwnPlacePicker({
  title,
  open,
  onClose,
  onPlace,
  except,
}: {
  title: string;
  open: boolean;
  onClose: () => void;
  onPlace: (place: Destination) => void;
  /** Places that are not offered. */
  except?: ReadonlySet<string>;
}) {
  return (
    <Panel title={title} open={open} onClose={onClose}>
      {open && (
        <PlaceFinder
          onPlace={onPlace}
          onTarget={null}
          except={except}
          empty="No place in this document has that name."
        />
      )}
    </Panel>
  );
}

/** What begins with a quotation mark is meant as words by itself; shorter words stand everywhere. */
const QUOTED = /^\s*(?:["“„«]|.{0,3}$)/u;

const ALL = "All places of the document";

/** Takes a target, with what it is called; `further`: also to follow it. */
export type ChooseTarget = (target: LinkTarget, called: string, further: boolean) => void;

/**
 * A field over all to which something can lead, grouped: places of the document, those picked up lately first; quoted words; places of
 * other documents; attached files; addresses; actions.
 */
export function PlaceFinder({
  onPlace,
  onTarget,
  except,
  says,
  like,
  empty,
}: {
  /** `further`: also to go there. */
  onPlace: (place: Destination, further: boolean) => void;
  /** Null where only a place of the document will do. */
  onTarget: ChooseTarget | null;
  except?: ReadonlySet<string> | undefined;
  /** What a cross-reference to a place would say; shown with the place. */
  says?: ((place: Destination) => string) | undefined;
  /** The words that should lead somewhere: until something is typed, what is called like them comes first. */
  like?: WordsToLead | null;
  empty: string;
}) {
  const session = useSession();
  const index = useDocument((it) => it.outline);
  const pages = useSessionValue((it) => it.pages);
  const [typed, setTyped] = useState("");
  const isEmpty = typed.trim() === "";
  const elsewhere = useLibraryPlaces(onTarget ? (isEmpty ? (like?.text ?? "") : typed) : "");
  const placesOf = (sought: string, left = except) =>
    placeEntries(
      index,
      sought,
      (found, further) => found.kind === "destination" && onPlace(found.place, further),
      {
        linkable: true,
        pages,
        first: session.recentTargets.recent,
        ...(left && { except: left }),
        ...(says && { says }),
      },
    );
  const places = placesOf(typed);
  const alike =
    isEmpty && like
      ? alikeEntries(like, { index, elsewhere, placesOf, onTarget, recentTargets: session.recentTargets })
      : [];
  const words = (sought: string) =>
    onTarget
      ? wordsEntries(sought, index, ({ target }, further) => onTarget(target, target.exact, further))
      : [];
  const others = onTarget
    ? [
        ...outsideEntries(typed, index, onTarget),
        ...words(typed),
        ...(isEmpty ? recentTargetEntries(session.recentTargets.elsewhere, onTarget) : []),
      ]
    : [];
  const further = onTarget
    ? [
        ...topEntries(typed, onTarget),
        ...fileEntries(typed, index, onTarget),
        ...libraryEntries(elsewhere, onTarget),
        ...actionEntries(typed, (target, called, go) => {
          session.following.ownAction(target);
          onTarget(target, called, go);
        }),
        ...(places.length === 0 && !except && !QUOTED.test(typed) ? words(`“${typed}”`) : []),
      ]
    : [];
  return (
    <Finder
      label="Where to"
      placeholder={
        onTarget
          ? "A heading, note 5, ¶ 44, “words”, another document, a file, an address"
          : "A heading, a figure, note 5, ¶ 44, a bookmark"
      }
      value={typed}
      onType={setTyped}
      // While nothing is typed, the document's places are a long list, and nobody looks below it.
      entries={
        isEmpty
          ? [
              ...alike,
              ...others,
              ...(alike.length > 0 ? places.map((one) => ({ ...one, group: ALL })) : places),
            ]
          : [...others, ...places, ...further]
      }
      empty={empty}
    />
  );
}
