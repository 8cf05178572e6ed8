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

/** An expression may take so long, in milliseconds; then it is given up. */
export const MAX_MS = 3_000;

/** Why a search was given up. */
export function tookTooLong({ how }: Pick<Sought, "how"> = { how: "expression" }): SoughtError {
  return new SoughtError(
    how === "expression"
      ? "It takes too long. Repetitions inside of repetitions, such as (a+)+, never end."
      : "It takes too long. Try longer words.",
  );
}
