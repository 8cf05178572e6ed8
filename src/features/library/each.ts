import { Turns } from "@/core/apart/turns";

/** How many are asked for at a time. */
const AT_A_TIME = 4;

/** Does something with each of several, some at a time; answers those with which it went well, in their order. */
export async function each<T>(all: readonly T[], run: (one: T) => Promise<unknown>): Promise<T[]> {
  const turns = new Turns(AT_A_TIME);
  const ended = await Promise.allSettled(all.map((one) => turns.take(() => run(one))));
  return all.filter((_, i) => ended[i]!.status === "fulfilled");
}
