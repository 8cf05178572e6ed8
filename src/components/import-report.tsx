import { counted } from "@/components/counted";
import { languageName } from "@/components/languages";
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

/** What came in with a file, in plain words, then what did not and why. */
export function ImportReportText({ report: { cameIn, language, dropped } }: { report: ImportReport }) {
  const came = CAME_IN.filter((one) => cameIn[one] > 0 || one === "words");
  return (
    <div className="text-quiet">
      <p>
        {came.map((one) => counted(cameIn[one], ...CALLED[one])).join(", ")}. The text is in{" "}
        {languageName(language.tag)}
        {language.recognised ? ", as its words tell." : "."}
      </p>
      {dropped.length > 0 && (
        <>
          <p className="mt-1">Left out or changed:</p>
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
