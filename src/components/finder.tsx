import { clsx } from "clsx";
import { Fragment, useEffect, useId, useRef, useState, type ReactNode } from "react";

/** One line that can be chosen. */
export interface FinderEntry {
  readonly key: string;
  /** What the lines are called that come with it; said once where it begins. */
  readonly group?: string;
  /** Made only for lines that are shown. */
  readonly content: () => ReactNode;
  /** `further`: with Ctrl, which asks for more than choosing where there is more. */
  readonly choose: (further?: boolean) => void;
  /** What is shown of it below the list while it is the one that Enter takes. */
  readonly preview?: () => ReactNode;
}

const MAX_SHOWN = 60;

/**
 * A line to type in over a list to choose from, by keyboard alone or by pointing: arrow keys, Home and End, Enter. Shows
 * the first entries of a long list and says how many more there are.
 */
export function Finder({
  label,
  placeholder,
  value,
  onType,
  entries,
  empty,
  autoFocus = true,
}: {
  label: string;
  placeholder: string;
  value: string;
  onType: (typed: string) => void;
  entries: readonly FinderEntry[];
  empty: string;
  autoFocus?: boolean;
}) {
  const listId = useId();
  // By its key: entries that come later may stand before it.
  const [chosen, setChosen] = useState<string | null>(null);
  const list = useRef<HTMLUListElement>(null);
  const shown = entries.slice(0, MAX_SHOWN);
  const active = Math.max(
    0,
    shown.findIndex((entry) => entry.key === chosen),
  );
  const choose = (at: number) => setChosen(shown[Math.max(0, Math.min(shown.length - 1, at))]?.key ?? null);

  useEffect(() => {
    list.current?.querySelector('[aria-selected="true"]')?.scrollIntoView({ block: "nearest" });
  }, [active]);

  function key(event: React.KeyboardEvent) {
    const moves: Record<string, number> = {
      ArrowDown: active + 1,
      ArrowUp: active - 1,
      PageDown: active + 8,
      PageUp: active - 8,
    };
    if (event.ctrlKey && event.key === "Home") choose(0);
    else if (event.ctrlKey && event.key === "End") choose(shown.length - 1);
    else if (event.key in moves) choose(moves[event.key]!);
    else if (event.key === "Enter" && !event.nativeEvent.isComposing)
      shown[active]?.choose(event.ctrlKey || event.metaKey);
    else return;
    event.preventDefault();
  }

  return (
    <div>
      <input
        role="combobox"
        aria-label={label}
        aria-expanded={shown.length > 0}
        aria-controls={listId}
        aria-autocomplete="list"
        aria-activedescendant={shown[active] ? `${listId}-${active}` : undefined}
        autoComplete="off"
        spellCheck={false}
        // The author opened this box to type in it.
        autoFocus={autoFocus}
        value={value}
        placeholder={placeholder}
        onChange={(event) => {
          setChosen(null);
          onType(event.target.value);
        }}
        onKeyDown={key}
        className="h-11 w-full border-b border-line bg-transparent px-4 text-base outline-hidden placeholder:text-quiet focus:border-tide"
      />
      <ul
        ref={list}
        id={listId}
        role="listbox"
        aria-label={label}
        tabIndex={-1}
        className="max-h-[min(20rem,max(5rem,calc(100dvh-13rem)))] overflow-y-auto p-1.5"
      >
        {shown.map((entry, i) => (
          <Fragment key={entry.key}>
            {entry.group && entry.group !== shown[i - 1]?.group && (
              <li role="presentation" className="px-2.5 pt-2 pb-0.5 text-sm font-medium text-quiet">
                {entry.group}
              </li>
            )}
            <li
              id={`${listId}-${i}`}
              role="option"
              aria-selected={i === active}
              // A list that grows below a pointer at rest moves nothing.
              onPointerMove={({ movementX, movementY }) => (movementX !== 0 || movementY !== 0) && choose(i)}
              onClick={(event) => entry.choose(event.ctrlKey || event.metaKey)}
              className={clsx(
                "flex cursor-pointer items-baseline gap-3 rounded-base px-2.5 py-1.5",
                i === active && "bg-tide-wash",
              )}
            >
              {entry.content()}
            </li>
          </Fragment>
        ))}
      </ul>
      {shown.length === 0 && <p className="px-4 pb-4 text-sm text-quiet">{empty}</p>}
      {shown[active]?.preview && (
        <div className="min-h-14 border-t border-line px-4 py-2" data-preview>
          {shown[active].preview()}
        </div>
      )}
      {entries.length > MAX_SHOWN && (
        <p className="border-t border-line px-4 py-2 text-sm text-quiet">
          {entries.length - MAX_SHOWN} more. Type to narrow the list.
        </p>
      )}
    </div>
  );
}
