import { ofLanguage } from "./of-language";

/** The signs that open and close what is quoted. */
export interface QuotationMarks {
  readonly double: readonly [open: string, close: string];
  /** For quotations within others. */
  readonly single: readonly [open: string, close: string];
}

const ENGLISH: QuotationMarks = { double: ["“", "”"], single: ["‘", "’"] };
const GERMAN: QuotationMarks = { double: ["„", "“"], single: ["‚", "‘"] };
const ANGLED: QuotationMarks = { double: ["«", "»"], single: ["‹", "›"] };
const SPACED: QuotationMarks = { double: ["«\u00a0", "\u00a0»"], single: ["“", "”"] };
const LOW: QuotationMarks = { double: ["„", "”"], single: ["‚", "’"] };
const SAME: QuotationMarks = { double: ["”", "”"], single: ["’", "’"] };

/** Source: Unicode CLDR, delimiters of each language. */
const BY_LANGUAGE: Readonly<Record<string, QuotationMarks>> = {
  de: GERMAN,
  cs: GERMAN,
  sk: GERMAN,
  sl: GERMAN,
  is: GERMAN,
  fr: SPACED,
  es: { ...ANGLED, single: ["“", "”"] },
  it: { ...ANGLED, single: ["“", "”"] },
  pt: ENGLISH,
  no: ANGLED,
  nb: { ...ANGLED, single: ["‘", "’"] },
  ru: { ...ANGLED, single: ["„", "“"] },
  uk: { ...ANGLED, single: ["„", "“"] },
  el: { ...ANGLED, single: ["“", "”"] },
  pl: { double: ["„", "”"], single: ["«", "»"] },
  hu: { double: ["„", "”"], single: ["»", "«"] },
  ro: { double: ["„", "”"], single: ["«", "»"] },
  hr: LOW,
  bg: GERMAN,
  sv: SAME,
  fi: SAME,
};

/** The quotation marks of a language (BCP 47), whatever its country; those of English for one that is not known. */
export function quotationMarks(language: string): QuotationMarks {
  return ofLanguage(BY_LANGUAGE, language, ENGLISH);
}
