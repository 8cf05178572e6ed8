/** The stages of the work on a document, in their order; the first is at the address of the document itself. */
export const STAGES = [
  { path: "", label: "Write" },
  { path: "/wayfinding", label: "Wayfinding" },
  { path: "/proof", label: "Proof" },
  { path: "/publish", label: "Publish" },
] as const;
