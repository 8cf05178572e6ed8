import type { Node } from "prosemirror-model";
import { Button } from "@/components/button";
import { Check, Choice, KeptField } from "@/components/field";
import { NOTICE_NAMES } from "@/components/notice-icon";
import {
  asKind,
  fixedWordsOf,
  idOf,
  isListTitle,
  MAX_ENTRIES_IN_PAGE_LINE,
  NOTICE_KINDS,
  type ListKind,
} from "@/core/document";
import { isMenu, kindOf, optionsOf, levelsOf } from "@/core/wayfinding";
import { ChosenLines } from "./chosen-lines";
import { ListLines } from "./list-lines";
import { freezeList, setListOptions, useSession } from "@/editor";

const LEVELS = ["1", "2", "3", "4", "5", "6"].map((value) => ({ value, label: `Level ${value}` }));

const KINDS: readonly { value: ListKind; label: string }[] = [
  { value: "sections", label: "Sections of the document" },
  { value: "section", label: "Sections of this section" },
  { value: "figures", label: "Figures" },
  { value: "tables", label: "Tables" },
  { value: "equations", label: "Equations" },
  { value: "notices", label: "Notices and warnings" },
  { value: "bookmarks", label: "Bookmarks" },
  { value: "flagged", label: "Flagged bookmarks" },
  { value: "alphabet", label: "All places, alphabetically" },
  { value: "entries", label: "Back-of-the-book index" },
];

const COLUMNS = [
  { value: "1", label: "One" },
  { value: "2", label: "Two" },
  { value: "3", label: "Three" },
  { value: "run", label: "All in a line" },
  { value: "buttons", label: "A menu of buttons" },
  { value: "stacked", label: "A menu, one button below the other" },
  { value: "cards", label: "A menu of cards, with words and picture" },
] as const;

const PLACES = [
  { value: "text", label: "Here in the text" },
  { value: "header", label: "In the header of each page" },
  { value: "footer", label: "In the footer of each page" },
] as const;

/** What a generated list lists, and how; it stays current whatever is chosen. */
export function ListSettings({ list }: { list: Node }) {
  const session = useSession();
  const kind = kindOf(list);
  const options = optionsOf(list);
  const listed = options.notices ?? NOTICE_KINDS;
  const sections = (kind === "sections" || kind === "section") && !options.chosen;
  const change = (how: Parameters<typeof session.changeBlock>[1]) => session.changeBlock(idOf(list)!, how);
  const set = (changed: Parameters<typeof setListOptions>[2]) =>
    change((tr, pos) => setListOptions(tr, pos, changed));

  function setKind(of: ListKind) {
    change((tr, pos, now) => {
      setListOptions(tr, pos, { of: of === "sections" ? null : of, entries: null });
      // A title that was given by hand stays.
      return isListTitle(asKind(now, "contents_list")!.heading, kind)
        ? tr.setNodeAttribute(pos, "heading", fixedWordsOf(tr.doc).lists[of])
        : tr;
    });
  }

  function setLevel(name: "from" | "to", value: string) {
    const level = Number(value);
    change((tr, pos, now) => {
      tr.setNodeAttribute(pos, name, level);
      if (name === "from" && level > asKind(now, "contents_list")!.to) tr.setNodeAttribute(pos, "to", level);
      if (name === "to" && level < asKind(now, "contents_list")!.from)
        tr.setNodeAttribute(pos, "from", level);
      return tr;
    });
  }

  function freeze() {
    change((tr, pos) => freezeList(tr, pos, session.store.index));
    session.notices.say("The list is now ordinary text with ordinary links.", {
      undo: true,
    });
    session.viewport.focus();
  }

  return (
    <div className="mb-3 grid gap-3">
      {isMenu(list) && (
        <Check
          label="Only what I select"
          checked={options.chosen ?? false}
          onChange={(on) => set({ chosen: on ? true : null })}
        />
      )}
      {options.chosen && <ChosenLines list={list} />}
      {!options.chosen && <Choice label="Lists" value={kind} options={KINDS} onChange={setKind} />}
      <KeptField
        label="Title of the list"
        value={asKind(list, "contents_list")!.heading}
        onKeep={(title) => change((tr, pos) => tr.setNodeAttribute(pos, "heading", title))}
      />
      {kind === "notices" && (
        <fieldset>
          <legend className="mb-1 text-quiet">Of these kinds</legend>
          <div className="flex flex-wrap gap-x-4 gap-y-1">
            {NOTICE_KINDS.map((one) => (
              <Check
                key={one}
                label={NOTICE_NAMES[one]}
                checked={listed.includes(one)}
                onChange={(checked) => {
                  const kinds = NOTICE_KINDS.filter((it) => (it === one ? checked : listed.includes(it)));
                  if (kinds.length > 0) set({ notices: kinds.length === NOTICE_KINDS.length ? null : kinds });
                }}
              />
            ))}
          </div>
        </fieldset>
      )}
      {kind === "sections" && sections && (
        <div className="grid grid-cols-2 gap-3">
          <Choice
            label="From"
            value={String(levelsOf(list).from)}
            options={LEVELS}
            onChange={(value) => setLevel("from", value)}
          />
          <Choice
            label="Down to"
            value={String(levelsOf(list).to)}
            options={LEVELS}
            onChange={(value) => setLevel("to", value)}
          />
        </div>
      )}
      {kind === "section" && sections && (
        <Choice
          label="Down to"
          value={String(levelsOf(list).to)}
          options={LEVELS}
          onChange={(value) => setLevel("to", value)}
        />
      )}
      {sections && (
        <Check
          label="Include bookmarks"
          checked={options.bookmarks ?? false}
          onChange={(on) => set({ bookmarks: on ? true : null })}
        />
      )}
      {(kind === "bookmarks" || options.bookmarks) && (
        <KeptField
          label="Only those with the tag"
          placeholder="all"
          hint="A tag is a word behind # in the note of a bookmark."
          value={options.tag ?? ""}
          onKeep={(words) => set({ tag: words.replace(/^#/, "") || null })}
        />
      )}
      <div hidden={kind === "entries"}>
        <Check
          label="Heading and caption numbers"
          checked={!options.plain}
          onChange={(on) => set({ plain: on ? null : true })}
        />
        <Check
          label="Page numbers"
          checked={!options.pageless}
          onChange={(on) => set({ pageless: on ? null : true })}
        />
        {!options.pageless && !options.buttons && !options.run && (
          <Check
            label="Dots before page numbers"
            checked={!options.leaderless}
            onChange={(on) => set({ leaderless: on ? null : true })}
          />
        )}
        {sections && !isMenu(list) && !options.run && (
          <>
            <Check
              label="Indent by level"
              checked={!options.flush}
              onChange={(on) => set({ flush: on ? null : true })}
            />
            <Check
              label="Readers can fold it on screens"
              checked={options.folds ?? false}
              onChange={(on) => set({ folds: on ? true : null })}
            />
          </>
        )}
      </div>
      <Choice
        label="Columns on screens"
        value={
          options.cards
            ? "cards"
            : options.buttons
              ? options.stacked
                ? "stacked"
                : "buttons"
              : options.run
                ? "run"
                : (`${options.columns ?? 1}` as const)
        }
        options={COLUMNS}
        onChange={(value) =>
          set({
            run: value === "run" ? true : null,
            buttons: value === "buttons" || value === "stacked" ? true : null,
            stacked: value === "stacked" ? true : null,
            cards: value === "cards" ? true : null,
            columns: value === "2" ? 2 : value === "3" ? 3 : null,
          })
        }
      />
      {options.buttons && (
        <div>
          <Choice
            label="Position"
            value={options.placed ?? "text"}
            options={PLACES}
            onChange={(value) => set({ placed: value === "text" ? null : value })}
          />
          {options.placed && (
            <p className="mt-1 text-sm text-quiet">
              There is room for {MAX_ENTRIES_IN_PAGE_LINE} entries. On paper the first page has it where it
              has header and footer; on screens it stays in view.
            </p>
          )}
        </div>
      )}
      {kind !== "entries" && <ListLines list={list} />}
      <Button look="quiet" className="-ml-3 justify-self-start" onClick={freeze}>
        Turn into text
      </Button>
    </div>
  );
}
