const FOCUSABLE =
  "a[href], button:not(:disabled), input:not(:disabled), select:not(:disabled), textarea:not(:disabled), [contenteditable=true], [tabindex]";

/** What of an element can have the keyboard by Tab, in order. */
export function tabStops(within: ParentNode): HTMLElement[] {
  return [...within.querySelectorAll<HTMLElement>(FOCUSABLE)].filter(
    (one) => one.tabIndex >= 0 && one.checkVisibility(),
  );
}
