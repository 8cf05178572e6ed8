/** A caption's number as people type it: `Figure 3.`, `Fig. 2-1:`, `TABLE IV –`. */
const TYPED_NUMBER = /^(?:figure|fig\.?|table|tab\.?)\s+(?:\d+|[A-Z]|[IVXLC]+)(?:[.-]\d+)*\s*[.:–—-]\s+/i;

/** The words of a caption behind the number that somebody typed before them; null where there is none. */
export function behindTypedNumber(caption: string): string | null {
  const typed = TYPED_NUMBER.exec(caption);
  return typed && caption.slice(typed[0].length);
}
