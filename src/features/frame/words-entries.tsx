import type { FinderEntry } from "@/components/finder";
import type { DocumentIndex } from "@/core/index";
import { shortened } from "@/core/document";
import { wordsSought, type FoundWords } from "@/core/links";
import { EntryLine } from "./entry-line";
import type { ChooseTarget } from "./place-picker";

/** Words of the document that were typed in quotation marks, each with what stands around it. */
export function wordsEntries(
  typed: string,
  index: DocumentIndex,
  choose: (words: FoundWords, further: boolean) => void,
): FinderEntry[] {
  return wordsSought(index, typed).map((found) => {
    const { target, from, before, after } = found;
    return {
      key: `words ${from}`,
      group: "Words of the document",
      content: () => (
        <EntryLine
          kind="words"
          name={
            <>
              <span className="text-quiet">{before.slice(-24)}</span>
              <b className="font-semibold">{target.exact}</b>
              <span className="text-quiet">{after}</span>
            </>
          }
          about={shortened(index.sectionAt(from)?.name ?? "the beginning", 40)}
        />
      ),
      choose: (further = false) => choose(found, further),
    };
  });
}

const TOP = "The top of the document";

/** The top, where what was typed may mean it. */
export function topEntries(typed: string, choose: ChooseTarget): FinderEntry[] {
  const words = typed.trim().toLowerCase();
  if (words === "" || !`${TOP} beginning`.toLowerCase().includes(words)) return [];
  return [
    {
      key: "top",
      content: () => <EntryLine kind="top" name={TOP} about="" />,
      choose: (further = false) => choose({ kind: "top" }, "Top", further),
    },
  ];
}
