/** So many are asked for at a time. */
const AT_A_TIME = 4;

/** Does something with each of several, some at a time; answers those with which it went well, in their order. */
export async function each<T>(all: readonly T[], run: (one: T) => Promise<unknown>): Promise<T[]> {
  const done = new Set<T>();
  const waiting = [...all];
  const work = async () => {
    for (let one = waiting.shift(); one !== undefined; one = waiting.shift()) {
      const own = one;
      await run(own).then(
        () => done.add(own),
        () => {},
      );
    }
  };
  await Promise.all(Array.from({ length: AT_A_TIME }, work));
  return all.filter((one) => done.has(one));
}
