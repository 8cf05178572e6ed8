/** How long a browser without idle time leaves between other work, in ms. */
const TIME = 8;
/** A busy machine may never have idle time: after so many ms the work is done all the same. */
const MAX_WAIT = 1_000;

/** Does something when the browser has nothing else to do; answers how to give it up. Not every browser can say. */
export function whenIdle(work: (timeLeft: () => number) => void): () => void {
  if (typeof requestIdleCallback === "function") {
    const id = requestIdleCallback((deadline) => work(() => deadline.timeRemaining()), { timeout: MAX_WAIT });
    return () => cancelIdleCallback(id);
  }
  const id = setTimeout(() => work(() => 0), TIME);
  return () => clearTimeout(id);
}
