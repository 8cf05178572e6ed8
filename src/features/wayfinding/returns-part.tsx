import { useMemo, useRef, useState } from "react";
import { Button } from "@/components/button";
import { counted } from "@/components/counted";
import { Check, Choice, KeptField } from "@/components/field";
import { KindIcon } from "@/components/kind-icons";
import {
  knownId,
  type PageLine,
  type PageRule,
  type ReturnAlso,
  type ReturnRule,
  returnsDownTo,
  settingsOf,
  shortened,
} from "@/core/document";
import { contentsList, handMadeContents, makeLiving, returnLinks, wayHomeOfPages } from "@/core/wayfinding";
import { changeStyles, setReturns, useSession, useDocument } from "@/editor";
import { OwnPlacePicker } from "@/features/frame/place-picker";

const LEADS = [
  { value: "contents", label: "To the contents list" },
  { value: "top", label: "To the top" },
  { value: "parent", label: "To the parent section" },
  { value: "place", label: "To a bookmark or another place …" },
] as const;

const RETURN_CHOICES = [
  { value: "0", label: "No return links" },
  { value: "1", label: "After each section of level 1" },
  { value: "2", label: "After each section of levels 1 and 2" },
  ...[3, 4, 5, 6].map((level) => ({
    value: String(level),
    label: `After each section of levels 1 to ${level}`,
  })),
];

const ALSO: readonly { value: ReturnAlso; label: string }[] = [
  { value: "steps", label: "Links to the previous, parent and next section" },
  { value: "headings", label: "Beside each heading, to its line in the contents list" },
  { value: "floating", label: "Always in view, on screens" },
];

function withAlso({ also = [], ...rule }: ReturnRule, value: ReturnAlso, on: boolean): ReturnRule {
  const next = [...also.filter((one) => one !== value), ...(on ? [value] : [])];
  return next.length > 0 ? { ...rule, also: next } : rule;
}

const FIELD = "{contents}";

/** Whether the lines above or below the text of each page hold a link to the contents list. */
function inPageLines({ header, footer }: PageRule): boolean {
  return [...header, ...footer].some((words) => words.includes(FIELD));
}

/** Page lines with that link, in the first free part of the footer; or without it. */
function withContentsLine({ header, footer }: PageRule, on: boolean): Partial<PageRule> {
  if (!on) {
    const without = ([left, middle, right]: PageLine): PageLine => [bare(left), bare(middle), bare(right)];
    return { header: without(header), footer: without(footer) };
  }
  const free = Math.max(0, footer.indexOf(""));
  const put = (words: string, i: number) => (i === free ? `${words} ${FIELD}`.trim() : words);
  return { footer: [put(footer[0], 0), put(footer[1], 1), put(footer[2], 2)] };
}

function bare(words: string): string {
  return words.replaceAll(FIELD, "").trim();
}

/** The rule for links that lead back after sections. */
export function ReturnsPart() {
  const session = useSession();
  const index = useDocument((it) => it.outline);
  const rule = settingsOf(index.doc).returns;
  const links = returnLinks(index);
  const { page } = index.sheet;
  const contents = contentsList(index);
  const [picking, setPicking] = useState(false);
  const also = useRef<HTMLFieldSetElement>(null);
  const place = typeof rule.to === "object" ? index.destination(knownId(rule.to.place)) : undefined;
  const leadTo = (to: NonNullable<ReturnRule["to"]>) =>
    session.dispatch(setReturns(session.store.state.tr, { ...rule, to }));
  return (
    <section aria-labelledby="returns-part">
      <h2 id="returns-part" className="mb-1 font-semibold">
        Ways back
      </h2>
      <p className="mb-3 text-quiet">
        A return link takes readers back{" "}
        {rule.to === "top"
          ? "to the top"
          : rule.to === "parent"
            ? "to the parent section"
            : typeof rule.to === "object" && place
              ? `to “${shortened(place.name, 60) || "Untitled"}”`
              : contents
                ? "to the contents list"
                : "to the top, as there is no contents list"}
        .
      </p>
      <div className="flex flex-col gap-3">
        <Choice
          label="Return links"
          value={String(Math.max(0, ...rule.levels))}
          options={RETURN_CHOICES}
          onChange={(value) =>
            session.dispatch(
              setReturns(session.store.state.tr, { ...rule, levels: returnsDownTo(Number(value)).levels }),
            )
          }
        />
        {rule.levels.length > 0 && (
          <Choice
            label="Destination"
            value={typeof rule.to === "object" ? "place" : (rule.to ?? "contents")}
            options={LEADS}
            onChange={(value) => (value === "place" ? setPicking(true) : leadTo(value))}
          />
        )}
        {rule.levels.length > 0 && typeof rule.to === "object" && (
          <p className="flex items-center justify-between gap-2">
            <span className="min-w-0 truncate" dir="auto">
              {place ? shortened(place.name, 60) || "Untitled" : "The place is gone: they lead to the top."}
            </span>
            <Button onClick={() => setPicking(true)}>Another place</Button>
          </p>
        )}
        <OwnPlacePicker
          title="Where return links should lead"
          open={picking}
          onClose={() => setPicking(false)}
          onPlace={({ id }) => {
            setPicking(false);
            leadTo({ place: id });
          }}
        />
        {rule.levels.length > 0 && (
          <KeptField
            label="Words of the link"
            placeholder={links[0]?.ways[0].words ?? "Back to contents"}
            value={rule.words}
            onKeep={(words) => session.dispatch(setReturns(session.store.state.tr, { ...rule, words }))}
          />
        )}
      </div>
      <fieldset ref={also} tabIndex={-1} className="mt-4 outline-hidden">
        <legend className="mb-1 text-sm font-medium">Also</legend>
        {ALSO.filter(({ value }) => value !== "steps" || rule.levels.length > 0).map(({ value, label }) => (
          <Check
            key={value}
            label={label}
            checked={rule.also?.includes(value) ?? false}
            onChange={(on) => session.dispatch(setReturns(session.store.state.tr, withAlso(rule, value, on)))}
          />
        ))}
        <Check
          label="In the footer of each page"
          checked={inPageLines(page)}
          onChange={(on) => session.run(changeStyles({ page: withContentsLine(page, on) }), { focus: false })}
        />
        {inPageLines(page) && wayHomeOfPages(index) === null && (
          <NothingToLeadTo onMended={() => also.current?.focus()} />
        )}
      </fieldset>
      {rule.levels.length > 0 && (
        <>
          <p className="mt-4 mb-1 text-sm text-quiet">
            {counted(links.length, "return link")}, one after each of these sections
          </p>
          <ul
            className="max-h-80 overflow-y-auto rounded-base border border-line bg-raised px-4 py-3"
            tabIndex={0}
            aria-label="Sections with a return link"
          >
            {links.map((link) => (
              <li key={link.section.id} className="flex gap-2 truncate" dir="auto">
                <KindIcon kind="heading" /> {shortened(link.section.name, 100) || "Untitled"}
              </li>
            ))}
          </ul>
        </>
      )}
    </section>
  );
}

/** The footer leads to a contents list that keeps itself current; one that was made by hand can become such a list. */
function NothingToLeadTo({ onMended }: { onMended: () => void }) {
  const session = useSession();
  const index = useDocument((it) => it.outline);
  const byHand = useMemo(() => handMadeContents(index), [index]);
  return (
    <div className="ml-6">
      <p role="status" className="text-sm text-vermilion">
        The footer has nothing to lead to: the document has no live contents list.
      </p>
      {byHand && (
        <Button
          onClick={() => {
            const now = handMadeContents(session.store.index);
            if (now) session.dispatch(makeLiving(session.store.state.tr, now));
            session.notices.say("Your hand-made list is live now, and the footer leads to it.", {
              undo: true,
            });
            onMended();
          }}
        >
          Make the hand-made list live
        </Button>
      )}
    </div>
  );
}
