import type { Spread } from "../spread";
import type { OpenEditor } from "./measure";

/**
 * The work of a key in several editors at a place of their texts, some keys in each in turns: a machine that others use is not as
 * fast in one minute as in the next. The first round only warms up. The median of the rounds, in milliseconds.
 */
export async function keysInTurns(
  editors: readonly OpenEditor[],
  share: number,
  { rounds = 6, keys = 20 } = {},
): Promise<Spread[]> {
  const works: Spread[][] = editors.map(() => []);
  for (let round = 0; round <= rounds; round++)
    for (const [i, editor] of editors.entries()) {
      await editor.front();
      await editor.place(share);
      const { work } = await editor.keys(keys);
      if (round > 0) works[i]!.push(work);
    }
  const middle = (values: number[]) => values.sort((a, b) => a - b)[values.length >> 1]!;
  return works.map((rounds) => ({
    median: middle(rounds.map((work) => work.median)),
    p95: middle(rounds.map((work) => work.p95)),
  }));
}
