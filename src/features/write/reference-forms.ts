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
