import { stretchesIn } from "./occurrences";
import { SoughtError, type Sought } from "./pattern";

/*
 * An expression can take longer than anybody lives, so it is looked for in a thread that can be ended: a worker of the
 * browser's or one of the server's. Only strings and numbers go there and back.
 */

/** What a thread is asked to find. */
export interface ToFind {
  readonly texts: readonly string[];
  readonly sought: Sought;
}

/** What it found, as {@link stretchesIn} tells it, or why what is sought cannot be understood. */
export type Found = { readonly stretches: readonly number[] } | { readonly fault: string };

/** An expression may take so long, in milliseconds; then it is given up. */
export const MOST_TIME = 3_000;

/** Why a search was given up. */
export function tookTooLong({ how }: Pick<Sought, "how"> = { how: "expression" }): SoughtError {
  return new SoughtError(
    how === "expression"
      ? "It takes too long. Repetitions inside of repetitions, such as (a+)+, never end."
      : "It takes too long. Try longer words.",
  );
}

/** What the thread answers. */
export function findFor({ texts, sought }: ToFind): Found {
  try {
    return { stretches: stretchesIn(texts, sought) };
  } catch (error) {
    if (!(error instanceof SoughtError)) throw error;
    return { fault: error.message };
  }
}
