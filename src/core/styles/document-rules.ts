import type { NodeAttributes } from "@/core/document";
import { listRules } from "./list-rules";
import { pictureRules } from "./picture-rules";
import { noticeRules, noticeWords } from "./notice-rules";
import { styleRules } from "./style-rules";

/** All rules (CSS) by which a document looks as its settings say, where it is written, read, or shown as it was. */
export function documentRules(
  { styles, language }: Pick<NodeAttributes["doc"], "styles" | "language">,
  scope: string,
): string {
  return [
    listRules(scope),
    pictureRules(scope),
    noticeRules(scope),
    noticeWords(scope, language),
    styleRules(styles, scope),
  ].join("\n");
}
