import { useLayoutEffect, useRef, type ComponentProps } from "react";
import { tabStops } from "./focusable";

/**
 * A list whose lines hold controls: Tab comes to one line only, the one where the keyboard was last, and from it goes on behind the
 * list; arrow keys, Home and End lead from line to line.
 */
export function OneStopList(rest: ComponentProps<"ul">) {
  const list = useRef<HTMLUListElement>(null);
  const active = useRef(0);
  // With each drawing: lines come and go.
  useLayoutEffect(() => {
    if (list.current) stopAt(list.current, active.current);
  });
  return (
    <ul
      ref={list}
      onFocus={({ target }) => {
        const at = linesOf(list.current!).findIndex((line) => line.contains(target));
        if (at < 0) return;
        active.current = at;
        stopAt(list.current!, at);
      }}
      onKeyDown={(event) => {
        const lines = linesOf(list.current!);
        const at = lines.findIndex((line) => line.contains(event.target as Node));
        const to = { ArrowDown: at + 1, ArrowUp: at - 1, Home: 0, End: lines.length - 1 }[event.key];
        if (at < 0 || to === undefined || event.defaultPrevented || takesArrows(event)) return;
        event.preventDefault();
        const line = lines[Math.min(Math.max(to, 0), lines.length - 1)]!;
        active.current = lines.indexOf(line);
        stopAt(list.current!, active.current);
        tabStops(line)[0]?.focus();
      }}
      {...rest}
    />
  );
}

function linesOf(list: Element): Element[] {
  return [...list.children].filter((child) => child.matches("li"));
}

/** Takes the controls of all lines but one out of the order of Tab. */
function stopAt(list: Element, active: number): void {
  const lines = linesOf(list);
  const stop = lines[Math.min(active, lines.length - 1)];
  for (const line of lines)
    for (const one of line.querySelectorAll<HTMLElement>("a, button, input, select, textarea"))
      if (line !== stop && one.tabIndex >= 0) {
        one.dataset.passed = "";
        one.tabIndex = -1;
      } else if (line === stop && one.dataset.passed !== undefined) {
        delete one.dataset.passed;
        one.tabIndex = 0;
      }
}

/** Whether a control has a use of its own for the key. */
function takesArrows({ target, key, altKey, ctrlKey, metaKey }: React.KeyboardEvent): boolean {
  if (altKey || ctrlKey || metaKey) return true;
  if (!(target instanceof Element)) return false;
  return target.matches(
    key === "Home" || key === "End" ? "input, textarea, select" : "textarea, select, [type=date]",
  );
}
