import { isOneOf } from "@/core/one-of";
import { keepInBrowser, readKept } from "@/editor";

/** The ways in which a cross-reference can be worded that are offered; another can be typed. */
export const REFERENCE_FORMS = [
  { value: "{label}", label: "Label, as in “Figure 3” or “section 4.2”" },
  { value: "{number}", label: "Number" },
  { value: "{title}", label: "Title" },
  { value: "{number} {title}", label: "Number and title" },
  { value: "{caption}", label: "Whole caption" },
  { value: "{words}", label: "Words of the bookmark" },
  { value: "{page}", label: "Page, as in “page 17”" },
  { value: "{where}", label: "“above”, “below” or “on page 17”" },
  { value: "{label} {where}", label: "Label, and where it is" },
  { value: "{title} ({page})", label: "Title, and page in brackets" },
] as const;

export type ReferenceForm = (typeof REFERENCE_FORMS)[number]["value"];

const FORMS = REFERENCE_FORMS.map(({ value }) => value);
const KEPT = "gate-rope reference form";

/** The form that was chosen last in this browser for a cross-reference; null for what fits the place. */
export function lastForm(): ReferenceForm | null {
  const kept = readKept(KEPT);
  return kept !== null && isOneOf(FORMS, kept) ? kept : null;
}

/** Keeps the form for the next cross-reference; null for what fits the place. */
export function keepLastForm(form: ReferenceForm | null): void {
  keepInBrowser(KEPT, form ?? "");
}
