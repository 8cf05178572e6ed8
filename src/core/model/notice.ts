import { z } from "zod";

/**
 * What a notice says beforehand: a note or a tip, or how bad it is to go on without heeding it. Caution, warning and danger are the signal
 * words of ANSI Z535.6 and ISO 3864, in that order.
 */
export const NOTICE_KINDS = ["note", "tip", "caution", "warning", "danger"] as const;
export type NoticeKind = (typeof NOTICE_KINDS)[number];

/** Checks the kind of a notice. */
export const noticeKindSchema = z.enum(NOTICE_KINDS);

/** Words by which files of other tools call notices, each with the kind that it means. */
const CALLED: Readonly<Record<string, NoticeKind>> = {
  note: "note",
  info: "note",
  information: "note",
  abstract: "note",
  remark: "note",
  notice: "note",
  tip: "tip",
  hint: "tip",
  success: "tip",
  important: "caution",
  caution: "caution",
  attention: "caution",
  warning: "warning",
  warn: "warning",
  danger: "danger",
  error: "danger",
};

/** The kind of notice that a word means, in whatever case; null for any other word. */
export function noticeKindOf(word: string | null | undefined): NoticeKind | null {
  const known = word?.toLowerCase() ?? "";
  return Object.hasOwn(CALLED, known) ? CALLED[known]! : null;
}
