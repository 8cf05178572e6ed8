import type { ResolvedPos } from "prosemirror-model";
import { isKind, schema, targetFromAddress, type LinkTarget } from "@/core/document";

const ADDRESS =
  /(?:^|[\s(\[“"'])((?:https?:\/\/|www\.)[^\s<>"“”]*[^\s<>"“”.,;:!?)\]'’]|[\w.+-]+@[\w-]+(?:\.[\w-]+)+)([.,;:!?)\]'’”"]*)$/iu;
/** Longer addresses are not typed. */
const MAX_ADDRESS_LETTERS = 2_000;

/** A web or mail address that was just typed, what ends a sentence left out; where it begins and ends before the caret. */
export function typedAddress($at: ResolvedPos): { target: LinkTarget; from: number; to: number } | null {
  const { link, code } = schema.marks;
  const { parent, parentOffset, nodeBefore } = $at;
  const marks = nodeBefore?.marks ?? [];
  if (isKind(parent, "code_block") || link.isInSet(marks) || code.isInSet(marks)) return null;
  const start = Math.max(0, parentOffset - MAX_ADDRESS_LETTERS);
  const [, typed, behind] = ADDRESS.exec(parent.textBetween(start, parentOffset, undefined, " ")) ?? [];
  if (typed === undefined || behind === undefined) return null;
  const written = /^www\./i.test(typed) ? `https://${typed}` : typed;
  const target = targetFromAddress(written.includes("://") ? written : `mailto:${written}`);
  const to = -behind.length;
  return target && { target, from: to - typed.length, to };
}
