import { settingsOf, withSettings } from "@/core/kinds";
import type { Node, Schema } from "prosemirror-model";
import { Step, StepMap, StepResult } from "prosemirror-transform";
import { z } from "zod";
import { faultMessage, schemaFault } from "@/core/schema-fault";
import { ownEntry } from "@/core/own-entry";
import { idSchema } from "@/core/model/ids";
import { FIRST_BODY, lookSchema, type BlockLook } from "@/core/model/look";
import {
  MAX_STYLE_NAME_LETTERS,
  ownLookSchema,
  ownStyleSchema,
  type OwnLook,
  type OwnStyle,
} from "@/core/model/own-style";
import { pageRuleSchema, type PageRule } from "@/core/model/page-setup";
import {
  captionRuleSchema,
  STYLE_NAMES,
  ownStylesOf,
  styleSheetSchema,
  type CaptionRule,
  type StyleName,
  type StyleSheet,
} from "@/core/model/style-sheet";
import { keysOf } from "@/core/keys-of";

/** The optional parts of the page rule. Null removes one, since JSON leaves out what is undefined. */
const MAY_BE_ABSENT = ["setup", "first", "even"] as const satisfies readonly (keyof PageRule)[];
type MayBeAbsent = (typeof MAY_BE_ABSENT)[number];

type PageFields = Partial<Omit<PageRule, MayBeAbsent>> & { readonly [K in MayBeAbsent]?: PageRule[K] | null };

/** Fields of a style of your own; null for what follows the body. */
type OwnFields = { readonly [K in keyof OwnLook]?: OwnLook[K] | null };

/**
 * A change of some fields of one style, of the caption rule or of the page rule; another style sheet; or a style of your own: made, or removed
 * with null, called otherwise, or changed in some fields.
 */
export type StyleChange =
  | { style: StyleName; look: Partial<BlockLook> }
  | { captions: Partial<CaptionRule> }
  | { page: PageFields }
  | { sheet: StyleSheet }
  | { own: string; is: OwnStyle | null }
  | { own: string; name: string }
  | { own: string; look: OwnFields };

const ownFieldsSchema = z
  .record(z.string(), z.unknown())
  .refine(
    (fields) =>
      ownLookSchema.safeParse(
        Object.fromEntries(Object.entries(fields).filter(([, value]) => value !== null)),
      ).success && Object.keys(fields).every((name) => name in FIRST_BODY),
    "no field of a style",
  );

const changeSchema = z.union([
  z.strictObject({ style: z.enum(STYLE_NAMES), look: lookSchema.partial() }),
  z.strictObject({ captions: captionRuleSchema.partial() }),
  z.strictObject({
    page: pageRuleSchema
      .partial()
      .extend(Object.fromEntries(MAY_BE_ABSENT.map((name) => [name, pageRuleSchema.shape[name].nullable()]))),
  }),
  z.strictObject({ sheet: styleSheetSchema }),
  z.strictObject({ own: idSchema, is: ownStyleSchema.nullable() }),
  z.strictObject({ own: idSchema, name: z.string().min(1).max(MAX_STYLE_NAME_LETTERS) }),
  z.strictObject({ own: idSchema, look: ownFieldsSchema }),
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
    if ("own" in change) return new StyleStep(undone(change, ownEntry(ownStylesOf(sheet), change.own)));
    if ("captions" in change) return new StyleStep({ captions: fieldsOf(sheet.captions, change.captions) });
    if ("page" in change) {
      return new StyleStep({ page: fieldsOf({ ...ABSENT, ...sheet.page }, change.page) });
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
      throw new RangeError(`not a change of style: ${faultMessage(schemaFault(parsed.error))}`);
    return new StyleStep(parsed.data.change);
  }
}

Step.jsonID("style", StyleStep);

const ABSENT = { setup: null, first: null, even: null } as const satisfies Record<MayBeAbsent, null>;

function sheetOf(doc: Node): StyleSheet {
  return settingsOf(doc).styles;
}

function changed(sheet: StyleSheet, change: StyleChange): StyleSheet {
  if ("sheet" in change) return change.sheet;
  if ("own" in change) return withOwn(sheet, change);
  if ("captions" in change) return { ...sheet, captions: { ...sheet.captions, ...change.captions } };
  if ("page" in change) {
    const { setup, first, even, ...rest } = { ...sheet.page, ...change.page };
    return {
      ...sheet,
      page: { ...rest, ...(setup && { setup }), ...(first && { first }), ...(even && { even }) },
    };
  }
  const { style, look } = change;
  return { ...sheet, styles: { ...sheet.styles, [style]: { ...sheet.styles[style], ...look } } };
}

type OwnChange = Extract<StyleChange, { own: string }>;

/** A sheet with one style of your own changed. One that somebody removed meanwhile is not changed any more. */
function withOwn(sheet: StyleSheet, change: OwnChange): StyleSheet {
  const all = ownStylesOf(sheet);
  const before = ownEntry(all, change.own);
  const is = "is" in change ? change.is : before && ownChanged(before, change);
  const { [change.own]: _before, ...others } = all;
  const own = is ? { ...all, [change.own]: is } : others;
  const { own: _, ...rest } = sheet;
  return Object.keys(own).length === 0 ? rest : { ...rest, own };
}

function ownChanged(style: OwnStyle, change: Exclude<OwnChange, { is: unknown }>): OwnStyle {
  if ("name" in change) return { ...style, name: change.name };
  const look = Object.entries({ ...style.look, ...change.look }).filter(([, value]) => value !== null);
  return { ...style, look: Object.fromEntries(look) };
}

/** What takes a change of a style back; of one that was not there, nothing has to be. */
function undone(change: OwnChange, before: OwnStyle | undefined): OwnChange {
  const { own } = change;
  if ("is" in change || !before) return { own, is: before ?? null };
  if ("name" in change) return { own, name: before.name };
  const fields = keysOf(change.look);
  return { own, look: Object.fromEntries(fields.map((field) => [field, before.look[field] ?? null])) };
}

/** The fields of `all` that `named` has. */
function fieldsOf<T extends object>(all: T, named: Partial<T>): Partial<T> {
  const fields: Partial<T> = {};
  for (const key in named) fields[key] = all[key];
  return fields;
}
