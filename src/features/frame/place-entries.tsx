import { addressOnScreen } from "@/contract/files";
import { KIND_NAMES, KindIcon } from "@/components/kind-icons";
import type { FinderEntry } from "@/components/finder";
import { asKind, shortened, texOf } from "@/core/document";
import { typedNumber } from "@/core/structure";
import type { PageMap } from "@/core/layout/page-map";
import {
  pathTo,
  placesSought,
  type Destination,
  type DocumentIndex,
  type FoundPlace,
  type Stop,
} from "@/core/index";

/** The places that match what was typed, as lines to choose from, the closest first; each can be looked at. */
export function placeEntries(
  index: DocumentIndex,
  typed: string,
  choose: (place: FoundPlace, further: boolean) => void,
  /** `linkable`: only what a link can lead to. `except`: places that are not offered. `first`: places that come first while nothing is typed. */
  {
    linkable = false,
    pages = null,
    except,
    first = [],
    says,
  }: {
    linkable?: boolean;
    pages?: PageMap | null;
    except?: ReadonlySet<string>;
    first?: readonly Destination[];
    /** What a cross-reference to a place would say; shown with the place. */
    says?: (place: Destination) => string;
  } = {},
): FinderEntry[] {
  const found = placesSought(index, typed, pages).filter(
    (place) =>
      (!linkable || place.kind === "destination") &&
      !(place.kind === "destination" && except?.has(place.place.id)),
  );
  return withFirst(found, typed.trim() === "" ? first : []).map((place) => ({
    key: `${place.kind} ${stopOf(place).from}${place.kind === "destination" ? place.place.id : ""}`,
    content: () => <PlaceLine found={place} index={index} />,
    preview: () => (
      <>
        {says && place.kind === "destination" && (
          <p className="mb-1 text-sm" dir="auto">
            <span className="text-quiet">Says</span> “{shortened(says(place.place), 80) || "nothing"}”
          </p>
        )}
        <PlacePreview pos={stopOf(place).from} index={index} />
      </>
    ),
    choose: (further = false) => choose(place, further),
  }));
}

/** The same places, those that are named before the others, in their order. */
function withFirst(found: readonly FoundPlace[], first: readonly Destination[]): readonly FoundPlace[] {
  if (first.length === 0) return found;
  const ranks = new Map(first.map(({ id }, i) => [id, i]));
  const rankOf = (it: FoundPlace) =>
    (it.kind === "destination" ? ranks.get(it.place.id) : undefined) ?? first.length;
  return [...found].sort((a, b) => rankOf(a) - rankOf(b));
}

/** Where a place that was found begins and ends. */
export function stopOf(found: FoundPlace): Stop {
  return found.kind === "destination" ? { from: found.place.pos, to: found.place.end } : found.at;
}

/** Whether a title has a number of its own, beside which a counted one only confuses. */
function isTyped(place: Destination | null): boolean {
  return place?.kind === "heading" && typedNumber(place.name) !== null;
}

function PlaceLine({ found, index }: { found: FoundPlace; index: DocumentIndex }) {
  const place = found.kind === "destination" ? found.place : null;
  const name = found.kind === "destination" ? found.place.name : found.name;
  const path = pathTo(index, stopOf(found).from);
  const kind = place ? place.kind : null;
  return (
    <>
      {kind ? <KindIcon kind={kind} /> : <span className="w-3.5 text-center text-quiet">¶</span>}
      <span className="min-w-0 flex-1 truncate" dir="auto">
        <span className="mr-2 text-quiet tabular-nums">
          {found.kind === "page" ? `Page ${found.number}` : isTyped(place) ? "" : found.number}
        </span>{" "}
        {shortened(name, 200) || (place && place.kind !== "heading" ? "" : "Untitled")}
      </span>
      <span className="sr-only">, </span>
      <span className="max-w-[45%] shrink-0 truncate text-sm text-quiet" dir="auto">
        {place && place.kind !== "heading" && `${KIND_NAMES[place.kind]}${path.length > 0 ? " in " : ""}`}
        {path.length > 0
          ? path.map((one) => shortened(one, 28)).join(" › ")
          : place?.kind === "heading"
            ? `level ${place.level}`
            : ""}
      </span>
    </>
  );
}

const MAX_LETTERS = 260;

/** What stands at a place: its picture, or its first words and those after it. */
function PlacePreview({ pos, index }: { pos: number; index: DocumentIndex }) {
  const { doc } = index;
  const at = doc.resolve(Math.min(pos, doc.content.size)).index(0);
  const block = doc.maybeChild(at);
  if (!block) return null;
  const figure = asKind(block, "figure");
  if (figure?.picture)
    return (
      <img
        src={addressOnScreen(figure.picture)}
        alt={figure.alt}
        className="h-24 w-auto max-w-full object-contain"
      />
    );
  let words = "";
  for (let i = at; i < doc.childCount && words.length < MAX_LETTERS && i < at + 4; i++)
    words += `${words && " — "}${doc.child(i).textContent || texOf(doc.child(i))}`;
  return (
    <p className="line-clamp-3 font-serif text-sm" dir="auto">
      {shortened(words.trim(), MAX_LETTERS) || "Nothing is written here."}
    </p>
  );
}
