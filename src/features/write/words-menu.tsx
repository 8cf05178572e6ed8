import {
  AlignCenter,
  AlignJustify,
  AlignLeft,
  AlignRight,
  Bold,
  Code,
  Italic,
  Languages,
  Strikethrough,
  Subscript,
  Superscript,
  Underline,
} from "lucide-react";
import { asMark, FIRST_LANGUAGE, schema } from "@/core/document";
import {
  aidTyping,
  align,
  hasMark,
  setValueMark,
  toggle,
  type PlainMark,
  typingIsAided,
  useSession,
  useDocument,
  sameMembers,
} from "@/editor";
import { languagesOffered } from "@/components/languages";
import { ToolbarIcon } from "./toolbar-buttons";
import { Menu, Submenu, Item, Group } from "./toolbar-menu";

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

/** How the chosen words look, in which language they are, and how their block is aligned. */
export function Words() {
  const session = useSession();
  const standing = useDocument(
    ({ state }) =>
      MARKS.filter(({ name }) => hasMark(state, schema.marks[name]) !== null).map(({ name }) => name),
    sameMembers,
  );
  const language = useDocument(({ state }) => {
    const mark = hasMark(state, schema.marks.language);
    return mark && asMark(mark, "language")!.language;
  });
  const setLanguage = (tag: string | null) =>
    session.run(setValueMark("language", tag === null ? null : { language: tag })) ||
    session.notices.say("Select the words that are in another language.");
  return (
    <>
      {MARKS.map(({ name, label, Icon }) => (
        <ToolbarIcon key={name} label={label} does={toggle(name)} pressed={standing.includes(name)}>
          <Icon size={16} />
        </ToolbarIcon>
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
        <Item onSelect={() => session.run(setValueMark("colour", null))}>Default</Item>
        <Group label="Size" />
        {SIZES.map(({ label, percent }) => (
          <Item key={percent} onSelect={() => session.run(setValueMark("size", { percent }))}>
            {label}
          </Item>
        ))}
        <Item onSelect={() => session.run(setValueMark("size", null))}>Default</Item>
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
        <Group label="As you type" />
        <Item
          onSelect={() => {
            const on = !typingIsAided();
            aidTyping(on);
            session.notices.say(on ? "Typing aids are on." : "Typing aids are off.");
          }}
          keys={typingIsAided() ? "✓" : undefined}
        >
          # - 1. &gt; make headings, lists, quotations; “ ” –
        </Item>
      </Menu>
    </>
  );
}
