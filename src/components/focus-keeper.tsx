"use client";

import { useEffect, useRef } from "react";
import { tabStops } from "./focusable";

/** An element that had the keyboard or held what had it, and its position among the children of its parent. */
interface FocusPath {
  readonly element: Element;
  readonly at: number;
}

/**
 * Keeps the keyboard where it was when what has it goes: a line that is removed, a button that is taken away or that can no longer be
 * pressed. It goes to what took its place, or stands beside it; where nothing of its region is left, to `fallback`.
 */
export function FocusKeeper({ fallback }: { fallback: () => void }) {
  const fall = useRef(fallback);
  useEffect(() => {
    fall.current = fallback;
  });
  useEffect(() => {
    let path: FocusPath[] = [];
    let timer: ReturnType<typeof setTimeout> | undefined;
    const hold = (target: EventTarget | null) => {
      path = [];
      for (let one = target instanceof Element ? target : null; one?.parentElement; one = one.parentElement)
        path.push({ element: one, at: [...one.parentElement.children].indexOf(one) });
    };
    const focused = ({ target }: FocusEvent) => hold(target);
    // What has had the keyboard since before the page's program began; the body has it where nothing does.
    if (document.activeElement !== document.body) hold(document.activeElement);
    // A text of its own is where the keyboard is put back by whoever draws it again.
    const look = () => {
      if (path.length === 0 || document.activeElement !== document.body) return;
      clearTimeout(timer);
      // What is drawn next, or a box that closes, may take the keyboard itself.
      timer = setTimeout(() => {
        // Meanwhile it may have been left for nothing by hand.
        if (path.length === 0 || document.activeElement !== document.body || !document.hasFocus()) return;
        const next = besides(path);
        // What is looked at meanwhile stays where it is.
        if (next) next.focus({ preventScroll: true });
        else fall.current();
      }, SETTLED);
    };
    const release = ({ relatedTarget, target }: FocusEvent) => {
      if (relatedTarget !== null || !(target instanceof Element)) return;
      // A browser reports an element a moment before it goes.
      queueMicrotask(() => {
        // Left for nothing by hand: a click beside everything.
        if (target.isConnected && !isDisabled(target)) path = [];
      });
    };
    document.addEventListener("focusin", focused);
    document.addEventListener("focusout", release);
    const observer = new MutationObserver(look);
    observer.observe(document.body, { subtree: true, childList: true, attributeFilter: ["disabled"] });
    return () => {
      clearTimeout(timer);
      observer.disconnect();
      document.removeEventListener("focusin", focused);
      document.removeEventListener("focusout", release);
    };
  }, []);
  return null;
}

/** How long whoever removes an element has to move the focus, in milliseconds. */
const SETTLED = 40;

function isDisabled(element: Element): boolean {
  return element.matches(":disabled");
}

/** What stands where something went; null where its whole region went. */
function besides(path: readonly FocusPath[]): HTMLElement | null {
  for (let i = 0; i < path.length - 1; i++) {
    const parent = path[i + 1]!.element;
    if (!parent.isConnected) continue;
    const { at } = path[i]!;
    for (const child of [parent.children[at], parent.children[at - 1]]) {
      const stop = child && firstIn(child);
      if (stop) return stop;
    }
    // More than a region: nothing there is near.
    if (parent.querySelector("main, [data-region]")) return null;
    const stop = tabStops(parent).find(takesNoWords);
    if (stop) return stop;
  }
  return null;
}

function firstIn(element: Element): HTMLElement | null {
  const row = element.matches("[data-row]") ? element : element.querySelector("[data-row]");
  if (row instanceof HTMLElement && row.checkVisibility()) return row;
  const stops = [element, ...tabStops(element)].filter((one) => one instanceof HTMLElement);
  return stops.find((one) => one.tabIndex >= 0 && !isDisabled(one) && takesNoWords(one)) ?? null;
}

/** A text field has its own undo, so the document's would not work there. After something was removed, it has to. */
function takesNoWords(element: HTMLElement): boolean {
  return !element.matches("textarea, input:not([type=checkbox], [type=radio]), [contenteditable=true]");
}
