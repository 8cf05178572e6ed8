import { counted } from "@/components/counted";
import { Choice, TextField } from "@/components/field";
import { Sign } from "@/components/signs";
import { returnsDownTo, shortened, type ReturnRule } from "@/core/document";
import { contentsList, returnLinks } from "@/core/wayfinding";
import { setReturns, useSession, useSessionValue } from "@/editor";

const LEADS = [
  { value: "contents", label: "To the contents list" },
  { value: "top", label: "To the top" },
  { value: "parent", label: "To the section around" },
] as const;
const TO_PLACE = { value: "place", label: "To a place that was chosen" } as const;

const RETURN_CHOICES = [
  { value: "0", label: "No return links" },
  { value: "1", label: "After each section of level 1" },
  { value: "2", label: "After each section of levels 1 and 2" },
  { value: "3", label: "After each section of levels 1 to 3" },
];

/** The rule for links that lead back after sections. */
export function ReturnsPart() {
  const session = useSession();
  const index = useSessionValue((it) => it.outline);
  const rule = index.doc.attrs.returns as ReturnRule;
  const links = returnLinks(index);
  const contents = contentsList(index);
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
            ? "to the section around"
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
              setReturns(session.state.tr, { ...rule, levels: returnsDownTo(Number(value)).levels }),
            )
          }
        />
        {rule.levels.length > 0 && (
          <Choice
            label="They lead"
            value={typeof rule.to === "object" ? "place" : (rule.to ?? "contents")}
            options={typeof rule.to === "object" ? [...LEADS, TO_PLACE] : LEADS}
            onChange={(value) =>
              value !== "place" && session.dispatch(setReturns(session.state.tr, { ...rule, to: value }))
            }
          />
        )}
        {rule.levels.length > 0 && (
          <TextField
            key={rule.words}
            label="Words of the link"
            placeholder={links[0]?.words ?? "Back to contents"}
            defaultValue={rule.words}
            onBlur={(event) =>
              event.target.value.trim() !== rule.words &&
              session.dispatch(setReturns(session.state.tr, { ...rule, words: event.target.value.trim() }))
            }
          />
        )}
      </div>
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
                <Sign kind="heading" /> {shortened(link.section.name, 100) || "Untitled"}
              </li>
            ))}
          </ul>
        </>
      )}
    </section>
  );
}
