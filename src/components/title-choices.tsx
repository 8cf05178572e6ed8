import { useMemo, useState, type ReactNode } from "react";
import { Button } from "@/components/button";
import { counted, formatted } from "@/components/counted";
import { Check } from "@/components/field";
import { listKeys } from "@/components/list-keys";
import type { Node } from "prosemirror-model";
import type { DestinationId } from "@/core/document";
import {
  proposedTitles,
  typedContents,
  typedNumber,
  type ProposedTitle,
  type TypedContents,
} from "@/core/structure";
import { reasonFor } from "./title-reasons";

const LEVELS = [1, 2, 3, 4, 5, 6];
const TICKS = [
  { label: "Tick all", ticked: true },
  { label: "Tick none", ticked: false },
];

/** What the author made of a proposal, where that is something else. */
interface Choice {
  readonly ticked?: boolean;
  readonly level?: number;
}

/**
 * The lines of a document that look like titles, each with why and a level, to be ticked or corrected by pointing or by keys,
 * and what to do with contents lists somebody typed.
 */
export function TitleChoices({
  doc,
  submit,
  leave,
  onMake,
  onLeave,
  mustChange = false,
  children,
}: {
  doc: Node;
  /** Words of the button that does it, for so many ticked lines. */
  submit: (titles: number) => string;
  /** Words of the button that does not. */
  leave: string;
  onMake: (
    titles: readonly ProposedTitle[],
    typed: readonly TypedContents[],
    /** `counted`: typed numbers give way to those that are counted. */
    how: { readonly counted: boolean },
  ) => void;
  onLeave: () => void;
  /** Whether there is nothing to do where nothing is ticked. */
  mustChange?: boolean;
  /** Stands above the list. */
  children?: ReactNode;
}) {
  const proposed = useMemo(() => proposedTitles(doc), [doc]);
  const contents = useMemo(() => typedContents(doc), [doc]);
  const [choices, setChoices] = useState<ReadonlyMap<DestinationId, Choice>>(new Map());
  const [living, setLiving] = useState(true);
  const [counting, setCounting] = useState(false);

  const titles = proposed.map((title) => {
    const choice = choices.get(title.id);
    return { ...title, level: choice?.level ?? title.level, ticked: choice?.ticked ?? title.sure };
  });
  const ticked = titles.filter((title) => title.ticked);
  const lists = living ? contents : [];
  const numbered = ticked.filter(({ words }) => typedNumber(words) !== null).length;

  function choose(ids: readonly DestinationId[], choice: (before: Choice, id: DestinationId) => Choice) {
    const next = new Map(choices);
    for (const id of ids) next.set(id, choice(next.get(id) ?? {}, id));
    setChoices(next);
  }

  function tick(all: boolean) {
    choose(
      proposed.map(({ id }) => id),
      (before) => ({ ...before, ticked: all }),
    );
  }

  function shift(by: number) {
    const levels = new Map(ticked.map(({ id, level }) => [id, level]));
    choose([...levels.keys()], (before, id) => ({
      ...before,
      level: Math.max(1, Math.min(6, levels.get(id)! + by)),
    }));
  }

  function make() {
    onMake(ticked, lists, { counted: counting && numbered > 0 });
  }

  return (
    <form
      className="flex min-h-0 flex-1 flex-col"
      onSubmit={(event) => {
        event.preventDefault();
        make();
      }}
    >
      {children}
      <div className="flex flex-wrap items-center gap-2 px-4 pt-1 pb-3 text-sm">
        <p role="status" className="mr-auto text-quiet">
          {formatted(titles.length)} found, {formatted(ticked.length)} ticked. Digits 1 to 6 give the line a
          level.
        </p>
        {TICKS.map(({ label, ticked: all }) => (
          <Button key={label} look="quiet" onClick={() => tick(all)}>
            {label}
          </Button>
        ))}
        <Button look="quiet" onClick={() => shift(-1)} title="Move all ticked lines one level up">
          Raise
        </Button>
        <Button look="quiet" onClick={() => shift(1)} title="Move all ticked lines one level down">
          Lower
        </Button>
      </div>
      {contents.length > 0 && (
        <Check
          label={`Replace the typed contents list (${counted(
            contents.reduce((sum, { lines }) => sum + lines.length, 0),
            "line",
          )}) with a live one`}
          checked={living}
          onChange={setLiving}
          className="border-t border-line px-4 py-2"
        />
      )}
      {numbered > 0 && (
        <Check
          label={`Remove the typed numbers from ${counted(numbered, "title")} and number headings instead`}
          checked={counting}
          onChange={setCounting}
          className="border-t border-line px-4 py-2"
        />
      )}
      <ul
        aria-label="Lines that look like titles"
        onKeyDown={listKeys}
        className="min-h-0 flex-1 overflow-y-auto border-t border-line py-1"
      >
        {titles.map((title, i) => (
          <Row
            key={title.id}
            title={title}
            first={i === 0}
            onTick={(tick) => choose([title.id], (it) => ({ ...it, ticked: tick }))}
            onLevel={(level) => choose([title.id], (it) => ({ ...it, level, ticked: true }))}
          />
        ))}
      </ul>
      <div className="flex items-center justify-end gap-2 border-t border-line px-4 py-3">
        <Button look="quiet" onClick={onLeave}>
          {leave}
        </Button>
        <Button look="main" type="submit" disabled={mustChange && ticked.length + lists.length === 0}>
          {submit(ticked.length)}
        </Button>
      </div>
    </form>
  );
}

function Row({
  title,
  first,
  onTick,
  onLevel,
}: {
  title: ProposedTitle & { ticked: boolean };
  first: boolean;
  onTick: (tick: boolean) => void;
  onLevel: (level: number) => void;
}) {
  const { words, level, now, ticked, clues } = title;
  return (
    <li
      className="flex items-center gap-3 px-4 py-1 [contain-intrinsic-size:auto_2.25rem] [content-visibility:auto] hover:bg-wash"
      onKeyDown={(event) => {
        if (event.ctrlKey || event.altKey || event.metaKey || !/^[1-6]$/.test(event.key)) return;
        event.preventDefault();
        event.stopPropagation();
        onLevel(Number(event.key));
      }}
    >
      <input
        type="checkbox"
        aria-label={words}
        data-row={words}
        tabIndex={first ? 0 : -1}
        autoFocus={first}
        checked={ticked}
        onChange={(event) => onTick(event.target.checked)}
        className="size-4 shrink-0 accent-tide"
      />
      <span
        dir="auto"
        className={`min-w-0 flex-1 truncate font-serif ${ticked ? "" : "text-quiet"} ${level === 1 ? "font-semibold" : ""}`}
        style={{ paddingLeft: `${(level - 1) * 1.4}em` }}
      >
        {words}
      </span>
      <span className="hidden w-88 shrink-0 truncate text-sm text-quiet md:block">
        {now > 0 ? `heading of level ${now}; ` : ""}
        {reasonFor(clues)}
      </span>
      <select
        aria-label={`Level of ${words}`}
        tabIndex={-1}
        value={level}
        onChange={(event) => onLevel(Number(event.target.value))}
        className="h-7 shrink-0 rounded-base border border-edge bg-raised px-1.5 text-sm"
      >
        {LEVELS.map((one) => (
          <option key={one} value={one}>
            Level {one}
          </option>
        ))}
      </select>
    </li>
  );
}
