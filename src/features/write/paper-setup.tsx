import { Check, Choice } from "@/components/field";
import { directionOf, settingsOf, setupOf, type PageSetup, type StyleSheet } from "@/core/document";
import { changeStyles, setDocumentLanguage, useSession, useDocument } from "@/editor";
import { languagesOffered } from "@/components/languages";
import { PaperFields } from "./paper-fields";

/** The paper, its margins, and where sections begin on it. */
export function PaperSetup({ sheet }: { sheet: StyleSheet }) {
  const session = useSession();
  const setup = setupOf(sheet);
  const language = useDocument((it) => settingsOf(it.state.doc).language);
  const change = (next: PageSetup) => session.run(changeStyles({ page: { setup: next } }), { focus: false });
  return (
    <details className="mt-3 border-t border-line pt-2">
      <summary className="cursor-pointer font-medium">Paper</summary>
      <div className="mt-2">
        <Choice
          label="Language of the text"
          value={language}
          options={languagesOffered(language)}
          onChange={(tag) => session.run(setDocumentLanguage(tag), { focus: false })}
        />
        <p className="mt-1 text-quiet">
          Written {directionOf(language) === "rtl" ? "right to left" : "left to right"}.
        </p>
      </div>
      <PaperFields paper={setup} onChange={change} />
      <div className="mt-2 grid gap-1">
        <Check
          label="What starts a page starts on the right"
          checked={setup.rightHand}
          onChange={(rightHand) => change({ ...setup, rightHand })}
        />
        <Check
          label="Roman numbers before the first section"
          checked={setup.romanFront}
          onChange={(romanFront) => change({ ...setup, romanFront })}
        />
      </div>
    </details>
  );
}
