import { createElement, type CSSProperties, type ReactNode, useState } from "react";
import { Choice } from "@/components/field";
import { StyleRules } from "@/components/style-rules";
import {
  STYLE_NAMES,
  type CaptionRule,
  type BlockLook,
  type PageRule,
  type StyleName,
  type StyleSheet,
} from "@/core/document";
import { STYLE_TITLES, styleRules } from "@/core/styles";
import { changeStyles, useSession, useDocument } from "@/editor";
import { LookFields } from "./look-fields";
import { PageLinesFields } from "./page-lines-fields";
import { PaperSetup } from "./paper-setup";
import { StyleSheets } from "./style-sheets";
import { WordsField } from "./words-field";

/** The fields of one style, with a sample that follows them, and what holds for the whole sheet. */
export function StyleEditor({ here, takesKeyboard }: { here: StyleName; takesKeyboard: boolean }) {
  const session = useSession();
  const sheet = useDocument((it) => it.index.sheet);
  const [chosen, setChosen] = useState<StyleName | null>(null);
  // Follows the caret until another style is chosen, and again from the next block on.
  const [chosenAt, setChosenAt] = useState(here);
  const style = chosen && chosenAt === here ? chosen : here;
  const look = sheet.styles[style];
  const change = (changed: Partial<BlockLook>) =>
    session.run(changeStyles({ style, look: changed }), { focus: false });
  return (
    <div className="mt-2">
      <Choice
        label="Style"
        value={style}
        data-style-choice
        // It was opened by a key, to go on in it.
        autoFocus={takesKeyboard}
        options={STYLE_NAMES.map((value) => ({ value, label: STYLE_TITLES[value] }))}
        onChange={(value) => {
          setChosen(value);
          setChosenAt(here);
        }}
      />
      <Sample sheet={sheet} style={style} />
      <LookFields key={style} look={look} of={style} onChange={change} />
      {style === "caption" && <Captions rule={sheet.captions} />}
      <StyleSheets sheet={sheet} />
      <PaperSetup sheet={sheet} />
      <Pages rule={sheet.page} />
    </div>
  );
}

/** A few words in the looks of a style. */
function Sample({ sheet, style }: { sheet: StyleSheet; style: StyleName }) {
  const words = "The lamps burn low";
  return (
    <div
      data-sample
      aria-label={`Sample of ${STYLE_TITLES[style]}`}
      role="img"
      className="style-sample my-2 max-h-32 overflow-hidden rounded-base border border-line bg-ground px-3 py-2"
    >
      <StyleRules>{styleRules(sheet, ".style-sample")}</StyleRules>
      {sampleOf(style, words)}
    </div>
  );
}

function sampleOf(style: StyleName, words: string): ReactNode {
  const level = /^heading(\d)$/.exec(style)?.[1];
  if (level) {
    return createElement(`h${level}`, null, words);
  }
  switch (style) {
    case "quotation":
      return <blockquote>{words}</blockquote>;
    case "code":
      return <pre>{words}</pre>;
    case "caption":
      return <figcaption>{words}</figcaption>;
    case "note":
      return (
        <ol className="notes">
          <li>{words}</li>
        </ol>
      );
    case "contents":
      return (
        <ul className="contents-list">
          <li style={{ "--depth": 0 } as CSSProperties}>
            <button type="button" tabIndex={-1}>
              {words}
            </button>
          </li>
        </ul>
      );
    case "link":
    case "button":
      return (
        <p>
          {/* A sample: it leads nowhere. */}
          <a data-target="" className={style === "button" ? "button" : undefined}>
            {words}
          </a>
        </p>
      );
    default:
      return <p>{words} on the hill, and whoever keeps the night writes down what was seen.</p>;
  }
}

const COUNTS = [
  { value: "document", label: "Through the document" },
  { value: "chapter", label: "By chapter" },
  { value: "none", label: "Not at all" },
] as const;

function Captions({ rule }: { rule: CaptionRule }) {
  const session = useSession();
  const change = (captions: Partial<CaptionRule>) =>
    session.run(changeStyles({ captions }), { focus: false });
  return (
    <fieldset className="mt-3 border-t border-line pt-2">
      <legend className="sr-only">Numbers of captions</legend>
      <Choice
        label="Captions are counted"
        value={rule.count}
        options={COUNTS}
        onChange={(count) => change({ count })}
      />
      <div className="mt-2 grid grid-cols-3 gap-2">
        {(["figure", "table", "equation"] as const).map((kind) => (
          <WordsField
            key={kind}
            label={`${kind[0]!.toUpperCase()}${kind.slice(1)}s`}
            value={rule[kind]}
            most={40}
            onChange={(words) => change({ [kind]: words })}
          />
        ))}
      </div>
    </fieldset>
  );
}

/** The lines above and below the text of each page. */
function Pages({ rule }: { rule: PageRule }) {
  const session = useSession();
  return (
    <details className="mt-3 border-t border-line pt-2">
      <summary className="cursor-pointer font-medium">Page header and footer</summary>
      <PageLinesFields
        lines={rule}
        of="document"
        onChange={(page) => session.run(changeStyles({ page }), { focus: false })}
      />
    </details>
  );
}
