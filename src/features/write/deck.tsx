import {
  AlignCenter,
  AlignJustify,
  AlignLeft,
  AlignRight,
  Asterisk,
  BookA,
  Bold,
  Calculator,
  ChevronRight,
  Code,
  Image as ImageIcon,
  Italic,
  LayoutGrid,
  Link2,
  List,
  Languages,
  ListChecks,
  ListOrdered,
  ListTree,
  Minus,
  Plus,
  Radical,
  Redo2,
  SearchCheck,
  ScissorsLineDashed,
  Sigma,
  SquareCheck,
  SquareCode,
  Strikethrough,
  Subscript,
  Superscript,
  Table2,
  TextQuote,
  Underline,
  Undo2,
} from "lucide-react";
import { redo, redoDepth, undo, undoDepth } from "prosemirror-history";
import type { Command } from "prosemirror-state";
import { DropdownMenu, Toolbar } from "radix-ui";
import { useEffect, useRef, type ReactNode } from "react";
import { buttonLook, IconButton } from "@/components/button";
import { Sign } from "@/components/signs";
import { asMark, FIRST_LANGUAGE, NOTICE_KINDS, schema, type ListKind } from "@/core/document";
import { NOTICE_NAMES, NoticeSign } from "@/components/notice-sign";
import { newList } from "@/core/wayfinding";
import {
  align,
  currentKind,
  currentLevel,
  emptyDefinitionList,
  emptyTable,
  generatedMenu,
  hasMark,
  insertBlock,
  makeNotice,
  insertComputation,
  insertEquation,
  insertFormula,
  insertNote,
  setLevel,
  setValueMark,
  toggle,
  toggleBoxes,
  toggleCodeBlock,
  toggleList,
  toggleQuotation,
  type Box,
  useSession,
  useSessionValue,
  type PlainMark,
} from "@/editor";
import { languagesOffered } from "./languages";

const MARKS: { name: PlainMark; label: string; Icon: typeof Bold }[] = [
  { name: "strong", label: "Strong (Ctrl+B)", Icon: Bold },
  { name: "emphasis", label: "Emphasis (Ctrl+I)", Icon: Italic },
  { name: "underline", label: "Underline (Ctrl+U)", Icon: Underline },
];

const MORE_MARKS: { name: PlainMark; label: string; Icon: typeof Bold }[] = [
  { name: "strike", label: "Strike", Icon: Strikethrough },
  { name: "superscript", label: "Superscript", Icon: Superscript },
  { name: "subscript", label: "Subscript", Icon: Subscript },
  { name: "code", label: "Code", Icon: Code },
];

const COLOURS = [
  { label: "Tide", colour: "#0e5a5e" },
  { label: "Plum", colour: "#6b3f69" },
  { label: "Hemp", colour: "#8a6230" },
  { label: "Grey", colour: "#55636a" },
];

const SIZES = [
  { label: "Smaller", percent: 85 },
  { label: "Larger", percent: 125 },
  { label: "Largest", percent: 160 },
];

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
      <DeckButton onClick={() => session.ask("bookmark")} title="Ctrl+Shift+B">
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

function Divider() {
  return <Toolbar.Separator className="mx-1 h-5 w-px shrink-0 bg-line" />;
}

/** A press must not take the selection away from the text. */
const keepSelection = (event: React.MouseEvent) => event.preventDefault();

function DeckButton({
  children,
  onClick,
  title,
  disabled,
}: {
  children: ReactNode;
  onClick: () => void;
  title?: string;
  disabled?: boolean;
}) {
  return (
    <Toolbar.Button
      className={buttonLook("quiet", "!px-2")}
      onMouseDown={keepSelection}
      onClick={onClick}
      title={title}
      disabled={disabled}
    >
      {children}
    </Toolbar.Button>
  );
}

function DeckIcon({
  label,
  does,
  pressed,
  disabled,
  children,
}: {
  label: string;
  /** A command of the editor, or the box that is opened. */
  does: Command | Box;
  pressed?: boolean;
  disabled?: boolean;
  children: ReactNode;
}) {
  const session = useSession();
  return (
    <Toolbar.Button asChild disabled={disabled}>
      <IconButton
        label={label}
        pressed={pressed}
        onMouseDown={keepSelection}
        onClick={() => (typeof does === "string" ? session.ask(does) : session.run(does))}
      >
        {children}
      </IconButton>
    </Toolbar.Button>
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

function Words() {
  const session = useSession();
  const standing = useSessionValue(({ state }) =>
    MARKS.filter(({ name }) => hasMark(state, schema.marks[name]) !== null)
      .map(({ name }) => name)
      .join(),
  ).split(",");
  const language = useSessionValue(({ state }) => {
    const mark = hasMark(state, schema.marks.language);
    return mark && asMark(mark, "language")!.language;
  });
  const setLanguage = (tag: string | null) =>
    session.run(setValueMark("language", tag === null ? null : { language: tag })) ||
    session.say("Choose the words that are in another language.");
  return (
    <>
      {MARKS.map(({ name, label, Icon }) => (
        <DeckIcon key={name} label={label} does={toggle(name)} pressed={standing.includes(name)}>
          <Icon size={16} />
        </DeckIcon>
      ))}
      <Menu label="More for words" trigger="Words">
        {MORE_MARKS.map(({ name, label, Icon }) => (
          <Item key={name} onSelect={() => session.run(toggle(name))}>
            <Icon size={15} aria-hidden /> {label}
          </Item>
        ))}
        <Group label="Colour" />
        {COLOURS.map(({ label, colour }) => (
          <Item key={colour} onSelect={() => session.run(setValueMark("colour", { colour }))}>
            <span
              aria-hidden
              className="size-3.5 rounded-full border border-edge"
              style={{ background: colour }}
            />{" "}
            {label}
          </Item>
        ))}
        <Item onSelect={() => session.run(setValueMark("colour", null))}>As the text</Item>
        <Group label="Size" />
        {SIZES.map(({ label, percent }) => (
          <Item key={percent} onSelect={() => session.run(setValueMark("size", { percent }))}>
            {label}
          </Item>
        ))}
        <Item onSelect={() => session.run(setValueMark("size", null))}>As the text</Item>
        <Submenu label="Language" icon={<Languages size={15} aria-hidden />}>
          <Item onSelect={() => setLanguage(null)}>As the document</Item>
          {languagesOffered(language ?? FIRST_LANGUAGE).map(({ value, label }) => (
            <Item key={value} onSelect={() => setLanguage(value)} keys={value === language ? "✓" : undefined}>
              {label}
            </Item>
          ))}
        </Submenu>
        <Group label="Alignment" />
        <Item onSelect={() => session.run(align(null))}>
          <AlignLeft size={15} aria-hidden /> Left
        </Item>
        <Item onSelect={() => session.run(align("center"))}>
          <AlignCenter size={15} aria-hidden /> Centre
        </Item>
        <Item onSelect={() => session.run(align("right"))}>
          <AlignRight size={15} aria-hidden /> Right
        </Item>
        <Item onSelect={() => session.run(align("justify"))}>
          <AlignJustify size={15} aria-hidden /> Justified
        </Item>
      </Menu>
    </>
  );
}

function Insert() {
  const session = useSession();
  const file = useRef<HTMLInputElement>(null);
  const { nodes } = schema;
  const put = (of: ListKind) => session.run(insertBlock(newList(of, session.state.doc)));
  /** Puts in what is then written in the tray, once the menu has given the keyboard back. */
  const written = (insert: Command) => {
    if (session.run(insert)) setTimeout(() => session.ask("tray"));
    else session.say("That cannot stand here. Put the caret into other words.");
  };
  return (
    <>
      <input
        ref={file}
        type="file"
        accept="image/*"
        aria-label="Picture to insert"
        className="sr-only"
        tabIndex={-1}
        onChange={(event) => {
          const inLine = event.target.dataset.inLine === "true";
          void session.incoming.insertPictures([...(event.target.files ?? [])], { inLine });
          event.target.value = "";
        }}
      />
      <Menu
        label="Insert"
        trigger={
          <>
            <Plus size={16} aria-hidden /> Insert
          </>
        }
      >
        <Item onSelect={() => put("sections")}>
          <ListTree size={15} aria-hidden /> Contents list
        </Item>
        <Item onSelect={() => put("figures")}>
          <ListTree size={15} aria-hidden /> List of figures
        </Item>
        <Item onSelect={() => put("tables")}>
          <ListTree size={15} aria-hidden /> List of tables
        </Item>
        <Item onSelect={() => session.run(insertBlock(generatedMenu(session.index)))}>
          <LayoutGrid size={15} aria-hidden /> Menu of buttons
        </Item>
        <Item onSelect={() => put("alphabet")}>
          <ListTree size={15} aria-hidden /> Index by the alphabet
        </Item>
        <Item onSelect={() => setTimeout(() => session.ask("link"))} keys=">>">
          <Link2 size={15} aria-hidden /> Cross-reference
        </Item>
        <Item onSelect={() => written(insertComputation)}>
          <Calculator size={15} aria-hidden /> Computed value
        </Item>
        <Item onSelect={() => setTimeout(() => session.ask("title-links"))} keys="Ctrl+Alt+K">
          <ListChecks size={15} aria-hidden /> Links of typed titles
        </Item>
        <Item onSelect={() => askForPictures(file.current, false)}>
          <ImageIcon size={15} aria-hidden /> Picture
        </Item>
        <Item onSelect={() => askForPictures(file.current, true)}>
          <ImageIcon size={15} aria-hidden /> Picture in the line
        </Item>
        <Item onSelect={() => session.run(insertBlock(emptyTable(3, 3)))}>
          <Table2 size={15} aria-hidden /> Table
        </Item>
        <Item onSelect={() => session.run(toggleBoxes)} keys="[ ]">
          <SquareCheck size={15} aria-hidden /> Check list
        </Item>
        <Item onSelect={() => session.run(insertBlock(emptyDefinitionList()))}>
          <BookA size={15} aria-hidden /> Definition list
        </Item>
        <Submenu label="Notice" icon={<NoticeSign kind="note" />}>
          {NOTICE_KINDS.map((kind) => (
            <Item
              key={kind}
              keys={`!${kind}`}
              onSelect={() =>
                session.run(makeNotice(kind)) ||
                session.say("A notice holds paragraphs, lists, quotations and code. Choose some of those.")
              }
            >
              <NoticeSign kind={kind} /> {NOTICE_NAMES[kind]}
            </Item>
          ))}
        </Submenu>
        <Item onSelect={() => written(insertNote("foot"))} keys="Ctrl+Alt+N">
          <Asterisk size={15} aria-hidden /> Footnote
        </Item>
        <Item onSelect={() => written(insertNote("end"))}>
          <Asterisk size={15} aria-hidden /> Endnote
        </Item>
        <Item onSelect={() => written(insertFormula)} keys="Ctrl+Alt+E">
          <Radical size={15} aria-hidden /> Equation in the line
        </Item>
        <Item onSelect={() => written(insertEquation)} keys="Ctrl+Alt+Shift+E">
          <Sigma size={15} aria-hidden /> Equation
        </Item>
        <Item onSelect={() => session.run(insertBlock(nodes.rule.create()))}>
          <Minus size={15} aria-hidden /> Rule
        </Item>
        <Item onSelect={() => session.run(insertBlock(nodes.page_break.create()))}>
          <ScissorsLineDashed size={15} aria-hidden /> Page break
        </Item>
      </Menu>
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

function Menu({ label, trigger, children }: { label: string; trigger: ReactNode; children: ReactNode }) {
  const session = useSession();
  return (
    <DropdownMenu.Root modal={false}>
      <Toolbar.Button asChild>
        <DropdownMenu.Trigger aria-label={label} className={buttonLook("quiet", "!px-2")}>
          {trigger}
        </DropdownMenu.Trigger>
      </Toolbar.Button>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          side="top"
          align="start"
          sideOffset={6}
          onCloseAutoFocus={(event) => {
            event.preventDefault();
            // What was put in may have taken the keyboard to the tray or to a box already.
            if (!document.activeElement?.closest("[data-tray-field], [role=dialog]")) session.focus();
          }}
          className="z-50 max-h-[70vh] min-w-44 overflow-y-auto rounded-base border border-line bg-raised p-1"
          style={{ boxShadow: "var(--shadow)" }}
        >
          {children}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}

function Submenu({ label, icon, children }: { label: string; icon: ReactNode; children: ReactNode }) {
  return (
    <DropdownMenu.Sub>
      <DropdownMenu.SubTrigger className={ITEM}>
        {icon} {label}
        <ChevronRight size={15} aria-hidden className="ml-auto" />
      </DropdownMenu.SubTrigger>
      <DropdownMenu.Portal>
        <DropdownMenu.SubContent
          sideOffset={4}
          className="z-50 min-w-44 rounded-base border border-line bg-raised p-1"
          style={{ boxShadow: "var(--shadow)" }}
        >
          {children}
        </DropdownMenu.SubContent>
      </DropdownMenu.Portal>
    </DropdownMenu.Sub>
  );
}

const ITEM =
  "flex cursor-pointer items-center gap-2 rounded-base px-2.5 py-1.5 text-sm data-highlighted:bg-tide-wash data-highlighted:outline-none";

function Item({ children, onSelect, keys }: { children: ReactNode; onSelect: () => void; keys?: string }) {
  return (
    <DropdownMenu.Item onSelect={onSelect} className={ITEM}>
      {children}
      {keys && <span className="ml-auto pl-4 text-quiet">{keys}</span>}
    </DropdownMenu.Item>
  );
}

function Group({ label }: { label: string }) {
  return (
    <>
      <DropdownMenu.Separator className="my-1 h-px bg-line" />
      <DropdownMenu.Label className="px-2.5 py-1 text-sm text-quiet">{label}</DropdownMenu.Label>
    </>
  );
}

/** Opens the choice of picture files; the field remembers where they go. */
function askForPictures(field: HTMLInputElement | null, inLine: boolean): void {
  if (!field) return;
  field.dataset.inLine = String(inLine);
  field.click();
}
