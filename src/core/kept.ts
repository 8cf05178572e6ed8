/**
 * A function of objects that never change, such as blocks, runs of them and indexes of a version: what it answers is kept as long as
 * the object is.
 */
export function kept<Of extends WeakKey, Answer extends object | string | number>(
  compute: (of: Of) => Answer,
): (of: Of) => Answer {
  const known = new WeakMap<Of, Answer>();
  return (of) => {
    const before = known.get(of);
    if (before !== undefined) return before;
    const answer = compute(of);
    known.set(of, answer);
    return answer;
  };
}
