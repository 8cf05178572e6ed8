import type { DocumentJSON } from "@/contract/documents";
import { EditorState } from "prosemirror-state";
import { useMemo } from "react";
import { counted, formatted } from "@/components/counted";
import { Panel } from "@/components/panel";
import { TitleChoices } from "@/components/title-choices";
import { makeStructure } from "@/editor/commands/levels";
import { jsonOf } from "@/core/kinds";
import type { ReadText } from "./import-file";
import { structureOf } from "./text-structure";

/** A text as it will come in, before it does: what its lines seem to be, to be ticked or corrected. */
export default function TextPreview({
  name,
  read,
  onAnswer,
}: {
  name: string;
  read: ReadText;
  /** Takes the document to be created, or null where the text is not to come in. */
  onAnswer: (document: DocumentJSON | null) => void;
}) {
  const { doc } = useMemo(() => structureOf(read.document), [read]);
  return (
    <Panel title={`Import ${name}`} size="large" open onClose={() => onAnswer(null)}>
      <TitleChoices
        doc={doc}
        submit={(titles) =>
          titles > 0 ? `Import with ${counted(titles, "heading")}` : "Import as plain text"
        }
        leave="Do not import"
        onLeave={() => onAnswer(null)}
        onMake={(titles, typed, how) => {
          const made = makeStructure(EditorState.create({ doc }).tr, titles, typed, how).doc;
          onAnswer(jsonOf(made));
        }}
      >
        <p className="px-4 pb-2 text-sm">
          {counted(doc.childCount, "paragraph")}
          {(read.report?.dropped ?? []).map(({ what, count }) => ` · ${formatted(count)} × ${what}`).join("")}
          . These lines look like titles; what is ticked becomes a heading.
        </p>
      </TitleChoices>
    </Panel>
  );
}
