import { useMemo, useState } from "react";
import { Button } from "@/components/button";
import { counted } from "@/components/counted";
import { Choice, KeptField } from "@/components/field";
import {
  type DestinationId,
  knownId,
  MAX_STYLE_NAME_LETTERS,
  type OwnLook,
  type OwnStyle,
  ownStyleOf,
  type OwnStyleOf,
  ownStylesOf,
} from "@/core/document";
import { usesOfStyle } from "@/core/styles";
import {
  changeStyles,
  giveOwnStyle,
  inParagraph,
  makeOwnStyle,
  ownStyleAt,
  removeOwnStyle,
  renameOwnStyle,
  useSession,
  useDocument,
} from "@/editor";
import { LookFields } from "./look-fields";

interface StyleWords {
  readonly label: string;
  readonly none: string;
  /** The first name of a new style. */
  readonly first: string;
  /** What has one. */
  readonly user: string;
}

const STYLE_WORDS: Readonly<Record<OwnStyleOf, StyleWords>> = {
  paragraphs: {
    label: "Paragraph style",
    none: "As body text",
    first: "New paragraph style",
    user: "paragraph",
  },
  words: { label: "Word style", none: "Default", first: "New word style", user: "place" },
};
const NEW = "new";

/** The styles that authors make beside the fixed ones: given to paragraphs and to words, and changed once for all that have them. */
export function OwnStyles() {
  const paragraph = useDocument((it) => inParagraph(it.state));
  const inText = useDocument((it) => it.state.selection.$from.parent.inlineContent);
  if (!inText) return null;
  return (
    <section
      aria-label="Own styles"
      className="grid grid-cols-2 items-start gap-x-3 gap-y-2 border-b border-line px-4 py-3 text-sm"
    >
      {paragraph && <Given of="paragraphs" />}
      <Given of="words" />
    </section>
  );
}

/** The style that is given at the selection: another can be given there, and this one changed. */
function Given({ of }: { of: OwnStyleOf }) {
  const session = useSession();
  const sheet = useDocument((it) => it.index.sheet);
  const here = useDocument((it) => ownStyleAt(it.state, of));
  const [open, setOpen] = useState<string | null>(null);
  const style = ownStyleOf(sheet, here);
  const { label, none, first } = STYLE_WORDS[of];
  const all = Object.entries(ownStylesOf(sheet))
    .filter(([, one]) => one.of === of)
    .map(([value, { name }]) => ({ value, label: name }))
    .sort((a, b) => a.label.localeCompare(b.label));

  function give(value: string) {
    const { state } = session.store;
    if (value !== NEW)
      return session.dispatch(giveOwnStyle(state.tr, of, value === "" ? null : knownId(value)));
    if (of === "words" && state.selection.empty)
      return session.notices.say("Select words for the new style.");
    session.dispatch(makeOwnStyle(state, of, first));
    setOpen(ownStyleAt(session.store.state, of));
  }

  return (
    <div className={style && open === here ? "order-last col-span-2" : "min-w-0"}>
      <Choice
        label={label}
        value={style && here ? here : ""}
        options={[{ value: "", label: none }, ...all, { value: NEW, label: "A new style …" }]}
        onChange={give}
      />
      {style && here && (
        <Button
          look="quiet"
          className="-ml-3"
          aria-expanded={open === here}
          onClick={() => setOpen(open === here ? null : here)}
        >
          {open === here ? `Close “${style.name}”` : `Change “${style.name}”`}
        </Button>
      )}
      {style && here && open === here && <OwnStyleFields key={here} id={here} style={style} />}
    </div>
  );
}

/** What a style is called, how it looks where it differs from the body, where it is used, and its removal. */
function OwnStyleFields({ id, style }: { id: DestinationId; style: OwnStyle }) {
  const session = useSession();
  const sheet = useDocument((it) => it.index.sheet);
  const doc = useDocument((it) => it.state.doc);
  const uses = useMemo(() => usesOfStyle(doc, id), [doc, id]);
  const { body } = sheet.styles;
  const named = Object.keys(style.look);

  const change = (look: OwnLook) => session.run(changeStyles({ own: id, look }), { focus: false });
  const asBody = () =>
    session.run(changeStyles({ own: id, look: Object.fromEntries(named.map((field) => [field, null])) }), {
      focus: false,
    });

  function goToNext() {
    const now = usesOfStyle(session.store.state.doc, id);
    const next = now.find(({ from }) => from > session.store.state.selection.from) ?? now[0];
    if (next) session.jumps.toPlace(next.from, next.to);
  }

  function remove() {
    session.dispatch(removeOwnStyle(session.store.state.tr, id, style));
    session.notices.say(`Removed the style “${style.name}”. Its text now looks like the text around it.`, {
      undo: true,
    });
    session.viewport.focus();
  }

  return (
    <div className="mt-1 grid gap-2 rounded-base border border-line p-3">
      <KeptField
        label="Name"
        value={style.name}
        maxLength={MAX_STYLE_NAME_LETTERS}
        onKeep={(name) => session.dispatch(renameOwnStyle(session.store.state.tr, id, style, name))}
      />
      <LookFields
        look={{ ...body, face: null, colour: null, ...style.look }}
        of={style.of}
        onChange={({ numbering: _n, underlined: _u, firstBold: _f, ...look }) => change(look)}
      />
      <p className="text-quiet">
        Used in {counted(uses.length, STYLE_WORDS[style.of].user)}. What is not changed here is as{" "}
        {style.of === "words" ? "in the words around" : "in body text"}.
      </p>
      <div className="flex flex-wrap gap-2">
        <Button onClick={goToNext} disabled={uses.length === 0}>
          Next {STYLE_WORDS[style.of].user}
        </Button>
        <Button onClick={asBody} disabled={named.length === 0}>
          No changes of its own
        </Button>
        <Button look="quiet" onClick={remove}>
          Remove style
        </Button>
      </div>
    </div>
  );
}
