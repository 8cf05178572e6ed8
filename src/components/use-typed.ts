import { useState } from "react";

/**
 * The words in a field that are kept with each letter, so that nothing that ends the page can lose them.
 *
 * What is shown is what is typed as long as that is what is kept; where an undo or somebody else brings in other words, those are
 * shown. `kept` turns what is typed into what is kept, null while it cannot be; `keep` is told of what differs.
 */
export function useTyped(
  value: string,
  keep: (words: string) => void,
  kept: (words: string) => string | null = (words) => words,
) {
  const [typed, setTyped] = useState<{ readonly words: string; readonly value: string } | null>(null);
  const shown = typed?.value === value ? typed.words : value;
  return {
    /** What the field shows. */
    shown,
    type(words: string) {
      const next = kept(words);
      setTyped({ words, value: next ?? value });
      if (next !== null && next !== value) keep(next);
    },
    /** The field is left: what is kept is shown. */
    leave: () => setTyped(null),
  };
}
