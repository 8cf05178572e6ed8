import { settingsOf, withSettings } from "@/core/kinds";
import type { Node, Schema } from "prosemirror-model";
import { Step, StepMap, StepResult } from "prosemirror-transform";
import { z } from "zod";
import { faultSaid, schemaFault } from "@/core/schema-fault";
import {
  captionRuleSchema,
  lookSchema,
  pageRuleSchema,
  pageSetupSchema,
  STYLE_NAMES,
  styleSheetSchema,
  type CaptionRule,
  type Look,
  type PageRule,
  type PageSetup,
  type StyleName,
  type StyleSheet,
} from "@/core/model/style-sheet";

/** A change of some fields of one style, of the caption rule or of the page rule; or another style sheet. */
export type StyleChange =
  | { style: StyleName; look: Partial<Look> }
  | { captions: Partial<CaptionRule> }
  | { page: Partial<Omit<PageRule, "setup">> & { setup?: PageSetup | null } }
  | { sheet: StyleSheet };

const changeSchema = z.union([
  z.strictObject({ style: z.enum(STYLE_NAMES), look: lookSchema.partial() }),
  z.strictObject({ captions: captionRuleSchema.partial() }),
  // No paper of its own is said by null, since JSON leaves out what is undefined.
  z.strictObject({ page: pageRuleSchema.partial().extend({ setup: pageSetupSchema.nullable().optional() }) }),
  z.strictObject({ sheet: styleSheetSchema }),
]) as z.ZodType<StyleChange>;

/**
 * Changes looks of a document and nothing of its content. Fields are named one by one, so that two people can change the
 * size and the colour of one style at the same time.
 */
export class StyleStep extends Step {
  constructor(readonly change: StyleChange) {
    super();
  }

  override apply(doc: Node): StepResult {
    return StepResult.ok(withSettings(doc, { styles: changed(sheetOf(doc), this.change) }));
  }

  override invert(doc: Node): Step {
    const sheet = sheetOf(doc);
    const change = this.change;
    if ("sheet" in change) return new StyleStep({ sheet });
    if ("captions" in change) return new StyleStep({ captions: fieldsOf(sheet.captions, change.captions) });
    if ("page" in change) {
      const page = fieldsOf({ ...sheet.page, setup: sheet.page.setup ?? null }, change.page);
      return new StyleStep({ page });
    }
    return new StyleStep({
      style: change.style,
      look: fieldsOf({ underlined: false, firstBold: false, ...sheet.styles[change.style] }, change.look),
    });
  }

  override map(): Step {
    return this;
  }

  override getMap(): StepMap {
    return StepMap.empty;
  }

  override toJSON() {
    return { stepType: "style", change: this.change };
  }

  static override fromJSON(_schema: Schema, json: unknown): StyleStep {
    const parsed = z.object({ change: changeSchema }).safeParse(json);
    if (!parsed.success)
      throw new RangeError(`not a change of style: ${faultSaid(schemaFault(parsed.error))}`);
    return new StyleStep(parsed.data.change);
  }
}

Step.jsonID("style", StyleStep);

function sheetOf(doc: Node): StyleSheet {
  return settingsOf(doc).styles;
}

function changed(sheet: StyleSheet, change: StyleChange): StyleSheet {
  if ("sheet" in change) return change.sheet;
  if ("captions" in change) return { ...sheet, captions: { ...sheet.captions, ...change.captions } };
  if ("page" in change) {
    const { setup, ...page } = { ...sheet.page, ...change.page };
    return { ...sheet, page: setup ? { ...page, setup } : page };
  }
  const { style, look } = change;
  return { ...sheet, styles: { ...sheet.styles, [style]: { ...sheet.styles[style], ...look } } };
}

/** The fields of `all` that `named` has. */
function fieldsOf<T extends object>(all: T, named: Partial<T>): Partial<T> {
  return Object.fromEntries(
    Object.keys(named).map((key) => [key, all[key as keyof T]]),
  ) as unknown as Partial<T>;
}
