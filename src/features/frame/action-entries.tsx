import type { FinderEntry } from "@/components/finder";
import { describeAction, type Action } from "@/core/document";
import { EntryLine } from "./entry-line";
import type { ChooseTarget } from "./place-picker";

/** What is done, with what people call it beside the words for it. */
const FIXED: readonly { readonly action: Action; readonly called: string }[] = [
  {
    action: { do: "flagged" },
    called: "todo to do to-do open work points items flags follow up follow-up tasks reminders",
  },
  { action: { do: "files" }, called: "attachments downloads enclosures" },
];
const MIN_LETTERS = 3;

/** What a link can do instead of leading somewhere, where what was typed means it: `look for snow`, `show what is flagged`. */
export function actionEntries(typed: string, choose: ChooseTarget): FinderEntry[] {
  const sought = typed.trim().toLowerCase();
  if (sought.length < MIN_LETTERS) return [];
  const words = /^(?:look for|find|search)\s+["“]?(.+?)["”]?$/iu.exec(typed.trim())?.[1];
  const meant: Action[] = FIXED.filter(({ action, called }) =>
    `${describeAction(action)} ${called}`.toLowerCase().includes(sought),
  ).map(({ action }) => action);
  if (words) meant.push({ do: "search", words: words.slice(0, 1_000) });
  return meant.map((action) => ({
    key: `action ${action.do}`,
    group: "Do something",
    content: () => <EntryLine kind="action" name={describeAction(action)} about="action" />,
    choose: (further = false) => choose({ kind: "action", action }, words ?? describeAction(action), further),
  }));
}
