/** What is told of a mark among words that enters them in a contents list, and why it is left out. */
export const ENTRY_AMONG_WORDS = [
  "line of a contents list that is marked among the words",
  "Contents lists here are made of headings. The words are kept.",
] as const;
