import { counted } from "@/components/counted";
import { languageName } from "@/components/languages";
import { shortened } from "@/core/model/shortened";
import { CAME_IN, type CameIn, type ImportReport } from "@/core/formats/import-report";

const CALLED: Readonly<Record<CameIn, readonly [one: string, many: string]>> = {
  words: ["word", "words"],
  headings: ["heading", "headings"],
  links: ["link", "links"],
  bookmarks: ["bookmark", "bookmarks"],
  notes: ["note", "notes"],
  figures: ["figure", "figures"],
  pictures: ["picture in a line", "pictures in lines"],
  tables: ["table", "tables"],
  equations: ["equation", "equations"],
  definitions: ["term of a definition list", "terms of definition lists"],
  lists: ["contents list that stays current", "contents lists that stay current"],
};

const DID = {
  insertion: "put in",
  deletion: "took out",
  move: "moved",
  format: "changed the look of",
} as const;

/** How many are listed. Nobody reads more of them in a panel. */
const MAX_CHANGES = 200;

/** What came in with a file, in plain words, then what did not and why. */
export function ImportReportText({ report }: { report: ImportReport }) {
  const { cameIn, language, dropped, titles = 0, comments = [], changes = [] } = report;
  const came = CAME_IN.filter((one) => cameIn[one] > 0 || one === "words");
  return (
    <div className="text-quiet">
      <p>
        {came.map((one) => counted(cameIn[one], ...CALLED[one])).join(", ")}. The text is in{" "}
        {languageName(language.tag)}
        {language.recognised ? ", as its words tell." : "."}
      </p>
      {titles > 0 && (
        <p className="mt-1">
          {cameIn.headings === 0 ? "No heading came in" : "Only the title came in as a heading"}, but{" "}
          {counted(titles, "line looks like a title", "lines look like titles")}.
        </p>
      )}
      {comments.length > 0 && (
        <details className="mt-1">
          <summary>{counted(comments.length, "comment", "comments")}, kept here and not in the text</summary>
          <ul className="list-disc pl-5">
            {comments.map(({ author, words, on, done }, i) => (
              <li key={i}>
                {author || "Somebody"}
                {on.trim() && <> on “{shortened(on.trim(), 80)}”</>}
                {done && " (done)"}: {words}
              </li>
            ))}
          </ul>
        </details>
      )}
      {changes.length > 0 && (
        <details className="mt-1">
          <summary>
            {counted(changes.length, "tracked change", "tracked changes")}; the text came in as if all were
            accepted
          </summary>
          <ul className="list-disc pl-5">
            {changes.slice(0, MAX_CHANGES).map(({ kind, author, words }, i) => (
              <li key={i}>
                {author || "Somebody"} {DID[kind]}
                {words.trim() ? ` “${shortened(words.trim(), 80)}”` : " a paragraph"}
              </li>
            ))}
          </ul>
        </details>
      )}
      {dropped.length > 0 && (
        <>
          <p className="mt-1">Left out, changed, or good to know:</p>
          <ul className="list-disc pl-5">
            {dropped.map(({ what, why, count }) => (
              <li key={what}>
                {count.toLocaleString()} × {what}: {why}
              </li>
            ))}
          </ul>
        </>
      )}
    </div>
  );
}
