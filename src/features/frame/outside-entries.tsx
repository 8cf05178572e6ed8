import type { FinderEntry } from "@/components/finder";
import type { DocumentIndex } from "@/core/index";
import { addressOf, settingsOf } from "@/core/document";
import { addressTyped } from "@/core/links";
import { EntryLine } from "./entry-line";
import type { ChooseTarget } from "./place-picker";

/** What was typed as a web or mail address, or as one of a scheme that the document allows; none where it is no address. */
export function outsideEntries(typed: string, index: DocumentIndex, choose: ChooseTarget): FinderEntry[] {
  const target = addressTyped(typed.trim(), settingsOf(index.doc).schemes);
  if (!target) return [];
  const to = target.kind === "mail" ? target.address : addressOf(target);
  return [
    {
      key: "outside",
      content: () => (
        <EntryLine
          kind={null}
          name={to}
          about={target.kind === "mail" ? "mail address" : target.kind === "web" ? "web address" : "address"}
        />
      ),
      choose: (further = false) => choose(target, to, further),
    },
  ];
}
