import {
  Link2,
  List,
  ListChecks,
  ListOrdered,
  Redo2,
  SearchCheck,
  SquareCode,
  TextQuote,
  Undo2,
} from "lucide-react";
import { redo, redoDepth, undo, undoDepth } from "prosemirror-history";
import { Toolbar } from "radix-ui";
import { useEffect, useRef } from "react";
import { Sign } from "@/components/signs";
import {
  currentKind,
  currentLevel,
  setLevel,
  toggleCodeBlock,
  toggleList,
  toggleQuotation,
  useSession,
  useSessionValue,
} from "@/editor";
import { Divider, keepSelection, DeckButton, DeckIcon } from "./deck-buttons";
import { Insert } from "./insert-menu";
import { Words } from "./words-menu";

/** The strip at the bottom: what can be done with what is selected. */
export function Deck() {
  const session = useSession();
  const bar = useRef<HTMLDivElement>(null);
  useEffect(
    () =>
      session.offer("deck", () => bar.current?.querySelector<HTMLElement>("button:not(:disabled)")?.focus()),
    [session],
  );
  return (
    <Toolbar.Root
      ref={bar}
      onKeyDown={(event) => event.key === "Escape" && session.focus()}
      aria-label="Deck: what can be done with the selection (F6)"
      className="flex h-full items-center gap-1 overflow-x-auto px-3 [&_button]:shrink-0"
    >
      <Levels />
      <Divider />
      <Blocks />
      <Divider />
      <Words />
      <Divider />
      <DeckButton onClick={() => session.setBookmark()} title="Ctrl+Shift+B">
        <Sign kind="bookmark" /> Bookmark
      </DeckButton>
      <DeckButton onClick={() => session.ask("link")} title="Ctrl+K">
        <Link2 size={16} aria-hidden /> Link
      </DeckButton>
      <Insert />
      <span className="ml-auto flex">
        <DeckIcon label="Find and replace (Ctrl+Alt+F)" does="find">
          <SearchCheck size={17} />
        </DeckIcon>
        <UndoRedo />
      </span>
    </Toolbar.Root>
  );
}

/** Text, or a heading of a level. */
function Levels() {
  const session = useSession();
  const level = useSessionValue((it) => currentLevel(it.state));
  const why =
    level === null
      ? "Levels are for lines of their own, not inside lists, quotations, notices, tables or captions."
      : undefined;
  return (
    <div role="group" aria-label="Heading level" className="flex items-center" title={why}>
      <span className="mr-1 hidden text-sm text-quiet xl:inline" aria-hidden>
        Level
      </span>
      {[0, 1, 2, 3, 4, 5, 6].map((one) => (
        <Toolbar.Button
          key={one}
          aria-label={one === 0 ? "Plain text" : `Heading level ${one}`}
          aria-pressed={level === one}
          title={why ?? `${one === 0 ? "Plain text" : `Heading level ${one}`} (Ctrl+Alt+${one})`}
          disabled={level === null}
          onMouseDown={keepSelection}
          onClick={() => session.run(setLevel(one))}
          className={`h-8 min-w-7 rounded-base px-1.5 text-sm font-medium disabled:text-current/40 ${
            level === one ? "bg-tide-wash text-tide" : "hover:bg-wash"
          }`}
        >
          {one === 0 ? "Text" : one}
        </Toolbar.Button>
      ))}
      <DeckIcon label="Lines that look like titles (Ctrl+Alt+H)" does="titles">
        <ListChecks size={17} />
      </DeckIcon>
    </div>
  );
}

function Blocks() {
  const kind = useSessionValue((it) => currentKind(it.state));
  return (
    <>
      <DeckIcon label="Bullet list" does={toggleList("bullet_list")} pressed={kind === "bullet_list"}>
        <List size={17} />
      </DeckIcon>
      <DeckIcon label="Numbered list" does={toggleList("ordered_list")} pressed={kind === "ordered_list"}>
        <ListOrdered size={17} />
      </DeckIcon>
      <DeckIcon label="Quotation" does={toggleQuotation} pressed={kind === "quotation"}>
        <TextQuote size={17} />
      </DeckIcon>
      <DeckIcon label="Code" does={toggleCodeBlock} pressed={kind === "code_block"}>
        <SquareCode size={17} />
      </DeckIcon>
    </>
  );
}

function UndoRedo() {
  const canUndo = useSessionValue((it) => undoDepth(it.state) > 0);
  const canRedo = useSessionValue((it) => redoDepth(it.state) > 0);
  return (
    <>
      <DeckIcon label="Undo (Ctrl+Z)" does={undo} disabled={!canUndo}>
        <Undo2 size={17} />
      </DeckIcon>
      <DeckIcon label="Redo (Ctrl+Y)" does={redo} disabled={!canRedo}>
        <Redo2 size={17} />
      </DeckIcon>
    </>
  );
}
