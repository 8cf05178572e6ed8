import type { Node } from "prosemirror-model";
import { z } from "zod";
import {
  languageSchema,
  returnRuleSchema,
  schemesSchema,
  settingsOf,
  styleSheetSchema,
} from "@/core/document";

/** The settings of a document that a file of a word processor has no place for, as they are kept in it. */
export function ownSettings(doc: Node) {
  const { title, working_title, language, returns, styles, schemes } = settingsOf(doc);
  return { title, working_title, language, returns, styles, schemes };
}

const settingsSchema = z.strictObject({
  title: z.string().max(20_000),
  working_title: z.string().max(20_000),
  language: languageSchema,
  returns: returnRuleSchema,
  styles: styleSheetSchema,
  schemes: schemesSchema,
});

export type OwnSettings = z.output<typeof settingsSchema>;

/** The same from a file; null for what is not as it was written. */
export function ownSettingsFrom(kept: unknown): OwnSettings | null {
  return settingsSchema.safeParse(kept).data ?? null;
}

/** What of them is put into a document once it is whole. */
export function laterSettings({ working_title, schemes }: OwnSettings) {
  return { ...(working_title && { working_title }), schemes };
}
