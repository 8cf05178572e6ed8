import { Check } from "@/components/field";
import type { LinePair, PageLines } from "@/core/document";
import { WordsField } from "./words-field";

/** A change of lines: null takes a line of its own away. */
export type LinesChange = Partial<Omit<PageLines, "first" | "even">> & {
  first?: LinePair | null;
  even?: LinePair | null;
};

/** What stands above and below the text of pages, and what on the first and on left-hand ones. `of`: whose first page is meant. */
export function PageLinesFields({
  lines,
  of,
  onChange,
}: {
  lines: PageLines;
  of: "document" | "section";
  onChange: (change: LinesChange) => void;
}) {
  const { onFirst, first, even } = lines;
  const firstPage = of === "document" ? "first page" : "first page of these";
  return (
    <>
      <Pair pair={lines} onChange={onChange} />
      <p className="mt-2 text-quiet">
        {
          "{page} and {pages} are numbers; {title}, {section} and {contents} are links to the top, to the section the page begins in, and to the contents list."
        }
      </p>
      <Check
        className="mt-1"
        label={`Also on the ${firstPage}`}
        checked={onFirst}
        onChange={(on) => onChange({ onFirst: on })}
      />
      {!onFirst && (
        <Own
          label={`Own lines on the ${firstPage}`}
          name="First page"
          pair={first}
          onChange={(pair) => onChange({ first: pair })}
        />
      )}
      <Own
        label="Own lines on left-hand pages"
        name="Left-hand pages"
        pair={even}
        beginsWith={mirrored(lines)}
        onChange={(pair) => onChange({ even: pair })}
      />
    </>
  );
}

const EMPTY: LinePair = { header: ["", "", ""], footer: ["", "", ""] };

/** What is at the outer edge of a right-hand page, at the outer edge of a left-hand one. */
function mirrored({ header, footer }: LinePair): LinePair {
  return { header: [header[2], header[1], header[0]], footer: [footer[2], footer[1], footer[0]] };
}

function Own({
  label,
  name,
  pair,
  beginsWith = EMPTY,
  onChange,
}: {
  label: string;
  name: string;
  pair: LinePair | undefined;
  beginsWith?: LinePair;
  onChange: (pair: LinePair | null) => void;
}) {
  return (
    <>
      <Check
        label={label}
        checked={pair !== undefined}
        onChange={(own) => onChange(own ? beginsWith : null)}
      />
      {pair && (
        <div role="group" aria-label={name} className="mb-2 border-l-2 border-line pl-2">
          <Pair pair={pair} onChange={(change) => onChange({ ...pair, ...change })} />
        </div>
      )}
    </>
  );
}

const PLACES = ["Left", "Middle", "Right"] as const;

function Pair({ pair, onChange }: { pair: LinePair; onChange: (change: Partial<LinePair>) => void }) {
  return (["header", "footer"] as const).map((line) => (
    <fieldset key={line} className="mt-2 grid gap-1.5">
      <legend className="mb-1 text-quiet">{line === "header" ? "Header" : "Footer"}</legend>
      {PLACES.map((place, i) => (
        <WordsField
          key={place}
          beside
          label={place}
          value={pair[line][i]!}
          most={500}
          onChange={(words) => {
            const [left, middle, right] = pair[line].map((one, at) => (at === i ? words : one));
            onChange({ [line]: [left!, middle!, right!] });
          }}
        />
      ))}
    </fieldset>
  ));
}
