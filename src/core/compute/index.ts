/** Values that stand in a text and are computed from the document: arithmetic, dates, facts such as how many words it has. */
export { compute, NO_VALUE, wordsOf, type Computed } from "./compute";
export { FACTS, knownOf, type Fact, type Known } from "./facts";
