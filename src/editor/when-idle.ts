const TIME = 8;

/** Does something when the browser has nothing else to do; answers how to give it up. Not every browser can tell. */
export function whenIdle(work: (timeLeft: () => number) => void): () => void {
  if (typeof requestIdleCallback === "function") {
    const id = requestIdleCallback((deadline) => work(() => deadline.timeRemaining()));
    return () => cancelIdleCallback(id);
  }
  const id = setTimeout(() => work(() => 0), TIME);
  return () => clearTimeout(id);
}
