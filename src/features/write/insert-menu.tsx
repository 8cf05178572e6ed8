import {
  Asterisk,
  BookA,
  BookOpen,
  Calculator,
  CornerLeftUp,
  Image as ImageIcon,
  LayoutGrid,
  Link2,
  ListChecks,
  ListTree,
  Minus,
  PanelTop,
  Plus,
  Radical,
  ScissorsLineDashed,
  Sigma,
  SquareCheck,
  Table2,
} from "lucide-react";
import type { Command } from "prosemirror-state";
import { useRef } from "react";
import { NOTICE_KINDS, PLAIN_SECTION, schema, type ListKind } from "@/core/document";
import { NOTICE_NAMES, NoticeIcon } from "@/components/notice-icon";
import { KindIcon } from "@/components/kind-icons";
import { newList } from "@/core/wayfinding";
import {
  emptyDefinitionList,
  emptyTable,
  enterInIndex,
  generatedMenu,
  insertBlock,
  makeNotice,
  insertComputation,
  insertEquation,
  insertFormula,
  insertFrontPage,
  insertNote,
  insertWayBack,
  toggleBoxes,
  useSession,
} from "@/editor";
import { Menu, Submenu, Item } from "./toolbar-menu";

/** What can be put in where the caret is. */
export function Insert() {
  const session = useSession();
  const file = useRef<HTMLInputElement>(null);
  const { nodes } = schema;
  const put = (of: ListKind) => session.run(insertBlock(newList(of, session.store.state.doc)));
  /** Puts in what is then written in the tray, once the menu has given the keyboard back. */
  const written = (insert: Command) => {
    if (session.run(insert)) setTimeout(() => session.dialogs.open("inspector"));
    else session.notices.say("That cannot go here. Put the cursor somewhere else.");
  };
  return (
    <>
      <input
        ref={file}
        type="file"
        accept="image/*"
        multiple
        aria-label="Pictures to insert"
        className="hidden"
        tabIndex={-1}
        onChange={(event) => {
          const inLine = event.target.dataset.inLine === "true";
          void session.incoming.pictures.insert([...(event.target.files ?? [])], { inLine });
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
        <Item onSelect={() => session.run(insertBlock(generatedMenu(session.store.index)))}>
          <LayoutGrid size={15} aria-hidden /> Menu of buttons
        </Item>
        <Item onSelect={() => session.run(insertFrontPage)}>
          <PanelTop size={15} aria-hidden /> Front page of buttons
        </Item>
        <Item onSelect={() => session.run(insertWayBack(session.store.index))}>
          <CornerLeftUp size={15} aria-hidden /> Way back
        </Item>
        <Item onSelect={() => put("alphabet")}>
          <ListTree size={15} aria-hidden /> Alphabetical index
        </Item>
        <Item onSelect={() => put("entries")}>
          <ListTree size={15} aria-hidden /> Back-of-the-book index
        </Item>
        <Item onSelect={() => written(enterInIndex)} keys="Ctrl+Alt+I">
          <KindIcon kind="indexed" /> Index entry
        </Item>
        <Item onSelect={() => setTimeout(() => session.dialogs.open("link"))} keys=">>">
          <Link2 size={15} aria-hidden /> Cross-reference
        </Item>
        <Item onSelect={() => written(insertComputation)}>
          <Calculator size={15} aria-hidden /> Computed value
        </Item>
        <Item onSelect={() => setTimeout(() => session.dialogs.open("title-links"))} keys="Ctrl+Alt+K">
          <ListChecks size={15} aria-hidden /> Link typed titles
        </Item>
        <Item onSelect={() => askForPictures(file.current, false)}>
          <ImageIcon size={15} aria-hidden /> Pictures
        </Item>
        <Item onSelect={() => askForPictures(file.current, true)}>
          <ImageIcon size={15} aria-hidden /> Pictures in the line
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
        <Submenu label="Notice" icon={<NoticeIcon kind="note" />}>
          {NOTICE_KINDS.map((kind) => (
            <Item
              key={kind}
              keys={`!${kind}`}
              onSelect={() =>
                session.run(makeNotice(kind)) ||
                session.notices.say(
                  "A notice holds paragraphs, lists, quotations and code. Select some of those.",
                )
              }
            >
              <NoticeIcon kind={kind} /> {NOTICE_NAMES[kind]}
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
        <Item onSelect={() => written(insertBlock(nodes.page_break.create({ section: PLAIN_SECTION })))}>
          <BookOpen size={15} aria-hidden /> New page setup
        </Item>
      </Menu>
    </>
  );
}

/** Opens the choice of picture files; the field remembers where they go. */
function askForPictures(field: HTMLInputElement | null, inLine: boolean): void {
  if (!field) return;
  field.dataset.inLine = String(inLine);
  field.click();
}
