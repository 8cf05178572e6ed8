import type { Node } from "prosemirror-model";
import { Check, Choice } from "@/components/field";
import {
  asKind,
  idOf,
  NUMERALS,
  PLAIN_SECTION,
  setupOf,
  type Numerals,
  type PageNumbering,
  type PageSection,
} from "@/core/document";
import { useSession, useDocument } from "@/editor";
import { Amount } from "./amount";
import { PageLinesFields } from "./page-lines-fields";
import { PaperFields } from "./paper-fields";

/** The page break that is chosen: how pages are from it on. */
export function SelectedPages({ block }: { block: Node }) {
  const session = useSession();
  const section = asKind(block, "page_break")!.section;
  /** Changes what the break says at that moment, which may be more than was drawn last. */
  const put = (change: Partial<PageSection> | null) =>
    session.changeBlock(idOf(block)!, (tr, pos, now) =>
      tr.setNodeAttribute(
        pos,
        "section",
        change && { ...PLAIN_SECTION, ...asKind(now, "page_break")!.section, ...change },
      ),
    );
  return (
    <section aria-label="Selected page break" className="border-b border-line px-4 py-3 text-sm">
      <h2 className="mb-2 font-semibold">Page break</h2>
      <Check
        label="New page setup from here"
        checked={section !== null}
        onChange={(begins) => put(begins ? {} : null)}
      />
      {section && <Section section={section} onChange={put} />}
    </section>
  );
}

function Section({
  section,
  onChange,
}: {
  section: PageSection;
  onChange: (change: Partial<PageSection>) => void;
}) {
  const sheet = useDocument((it) => it.index.sheet);
  const { paper, lines, numbering, rightHand } = section;
  return (
    <>
      <p className="mb-2 text-quiet">
        Up to the next break with a setup. What is not set here is as in the document.
      </p>
      <Check
        label="Start on a right-hand page"
        checked={rightHand}
        onChange={(on) => onChange({ rightHand: on })}
      />
      <Check
        label="Own paper and columns"
        checked={paper !== null}
        onChange={(own) => {
          const { rightHand: _right, romanFront: _roman, ...of } = setupOf(sheet);
          onChange({ paper: own ? of : null });
        }}
      />
      {paper && <PaperFields paper={paper} onChange={(next) => onChange({ paper: next })} />}
      <Check
        className={paper ? "mt-2" : ""}
        label="Own header and footer"
        checked={lines !== null}
        onChange={(own) => {
          const { setup: _, ...of } = sheet.page;
          onChange({ lines: own ? of : null });
        }}
      />
      {lines && (
        <PageLinesFields
          lines={lines}
          of="section"
          onChange={(change) => {
            const { first = null, even = null, ...rest } = { ...lines, ...change };
            onChange({ lines: { ...rest, ...(first && { first }), ...(even && { even }) } });
          }}
        />
      )}
      <Check
        label="Own page numbers"
        checked={numbering !== null}
        onChange={(own) => onChange({ numbering: own ? { numerals: "decimal", from: 1 } : null })}
      />
      {numbering && <Numbering numbering={numbering} onChange={(next) => onChange({ numbering: next })} />}
    </>
  );
}

const NUMERAL_NAMES: Readonly<Record<Numerals, string>> = {
  decimal: "1, 2, 3",
  "lower-alpha": "a, b, c",
  "upper-alpha": "A, B, C",
  "lower-roman": "i, ii, iii",
  "upper-roman": "I, II, III",
};
const CHOICES = NUMERALS.map((value) => ({ value, label: NUMERAL_NAMES[value] }));

function Numbering({
  numbering,
  onChange,
}: {
  numbering: PageNumbering;
  onChange: (numbering: PageNumbering) => void;
}) {
  return (
    <div className="mt-1 grid grid-cols-2 gap-2">
      <Choice
        label="Numerals"
        value={numbering.numerals}
        options={CHOICES}
        onChange={(numerals) => onChange({ ...numbering, numerals })}
      />
      <Amount
        label="First number"
        unit=""
        value={numbering.from}
        empty="goes on"
        least={0}
        most={1_000_000}
        step={1}
        onChange={(from) => onChange({ ...numbering, from: from === null ? null : Math.round(from) })}
      />
    </div>
  );
}
