import { useState } from "react";
import { ask } from "@/contract/ask";
import { getStyles, listDocuments } from "@/contract/documents";
import { Button } from "@/components/button";
import { Choice } from "@/components/field";
import { ownStylesOf, ownStylesWith, styleSheetSchema, type StyleSheet } from "@/core/document";
import { READY_SHEETS } from "@/core/styles";
import { changeStyles, useSession } from "@/editor";
import { messageOf } from "@/core/thrown";

interface OtherDocument {
  readonly id: string;
  readonly title: string;
}

/** Another style sheet for the whole document: one that comes with Gate Rope, or that of another document. */
export function StyleSheets({ sheet }: { sheet: StyleSheet }) {
  const session = useSession();
  const [others, setOthers] = useState<readonly OtherDocument[] | null>(null);
  const { own: _, ...fixed } = sheet;
  const ready = READY_SHEETS.findIndex((one) => JSON.stringify(one) === JSON.stringify(fixed));

  function take(styles: StyleSheet) {
    // Paragraphs and words keep the styles that were made for them.
    const own = ownStylesWith(ownStylesOf(sheet), ownStylesOf(styles)).styles;
    const next = Object.keys(own).length > 0 ? { ...styles, own } : styles;
    if (session.run(changeStyles({ sheet: next }), { focus: false }))
      session.notices.say(`The document has the style sheet “${styles.name}” now.`, { undo: true });
  }

  async function listOthers() {
    try {
      const { documents } = await ask(listDocuments, {});
      setOthers(documents.filter((it) => it.id !== session.id));
    } catch (error) {
      session.notices.say(messageOf(error));
    }
  }

  async function takeFrom(id: string) {
    try {
      const { styles } = await ask(getStyles, { id });
      const title = others?.find((it) => it.id === id)?.title || "Untitled";
      take({ ...styleSheetSchema.parse(styles), name: title.slice(0, 200) });
    } catch (error) {
      session.notices.say(`The styles could not be copied. ${messageOf(error)}`);
    }
  }

  return (
    <div className="mt-3 grid gap-2 border-t border-line pt-2">
      <Choice
        label="Style sheet of the document"
        value={ready < 0 ? "own" : String(ready)}
        options={[
          ...READY_SHEETS.map((one, i) => ({ value: String(i), label: one.name })),
          ...(ready < 0 ? [{ value: "own", label: `${sheet.name}, changed` }] : []),
        ]}
        onChange={(value) => value !== "own" && take(READY_SHEETS[Number(value)]!)}
      />
      {others === null ? (
        <Button onClick={() => void listOthers()}>From another document …</Button>
      ) : others.length === 0 ? (
        <p className="text-quiet">There is no other document on the shelf.</p>
      ) : (
        <Choice
          label="From another document"
          value=""
          options={[
            { value: "", label: "Choose a document" },
            ...others.map(({ id, title }) => ({ value: id, label: title || "Untitled" })),
          ]}
          onChange={(id) => id && void takeFrom(id)}
        />
      )}
    </div>
  );
}
