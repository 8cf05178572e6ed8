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
import { KindIcon } from "@/components/kind-icons";
import {
  currentKind,
  currentLevel,
  setLevel,
  toggleCodeBlock,
  toggleList,
  toggleQuotation,
  useSession,
  useDocument,
} from "@/editor";
import { Divider, keepSelection, ToolbarButton, ToolbarIcon } from "./toolbar-buttons";
import { Insert } from "./insert-menu";
import { Words } from "./words-menu";

/** The strip at the bottom: what can be done with what is selected. */
export function WriteToolbar() {
  const session = useSession();
  return (
    <Toolbar.Root
      aria-label="Deck: what can be done with the selection (F6)"
      className="flex items-center gap-1 px-3 max-lg:flex-wrap max-lg:py-2 lg:h-full lg:overflow-x-auto [&_button]:shrink-0"
    >
      <Levels />
      <Divider />
      <Blocks />
      <Divider />
      <Words />
      <Divider />
      <ToolbarButton onClick={() => session.setBookmark()} title="Ctrl+Shift+B">
        <KindIcon kind="bookmark" /> Bookmark
      </ToolbarButton>
      <ToolbarButton onClick={() => session.dialogs.open("link")} title="Ctrl+K">
        <Link2 size={16} aria-hidden /> Link
      </ToolbarButton>
      <Insert />
      <span className="ml-auto flex">
        <ToolbarIcon label="Find and replace (Ctrl+Alt+F)" does="find">
          <SearchCheck size={17} />
        </ToolbarIcon>
        <UndoRedo />
      </span>
    </Toolbar.Root>
  );
}

/** Text, or a heading of a level. */
function Levels() {
  const session = useSession();
  const level = useDocument((it) => currentLevel(it.state));
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
      <ToolbarIcon label="Lines that look like titles (Ctrl+Alt+H)" does="titles">
        <ListChecks size={17} />
      </ToolbarIcon>
    </div>
  );
}

function Blocks() {
  const kind = useDocument((it) => currentKind(it.state));
  return (
    <>
      <ToolbarIcon label="Bullet list" does={toggleList("bullet_list")} pressed={kind === "bullet_list"}>
        <List size={17} />
      </ToolbarIcon>
      <ToolbarIcon label="Numbered list" does={toggleList("ordered_list")} pressed={kind === "ordered_list"}>
        <ListOrdered size={17} />
      </ToolbarIcon>
      <ToolbarIcon label="Quotation" does={toggleQuotation} pressed={kind === "quotation"}>
        <TextQuote size={17} />
      </ToolbarIcon>
      <ToolbarIcon label="Code" does={toggleCodeBlock} pressed={kind === "code_block"}>
        <SquareCode size={17} />
      </ToolbarIcon>
    </>
  );
}

function UndoRedo() {
  const canUndo = useDocument((it) => undoDepth(it.state) > 0);
  const canRedo = useDocument((it) => redoDepth(it.state) > 0);
  return (
    <>
      <ToolbarIcon label="Undo (Ctrl+Z)" does={undo} disabled={!canUndo}>
        <Undo2 size={17} />
      </ToolbarIcon>
      <ToolbarIcon label="Redo (Ctrl+Y)" does={redo} disabled={!canRedo}>
        <Redo2 size={17} />
      </ToolbarIcon>
    </>
  );
}
