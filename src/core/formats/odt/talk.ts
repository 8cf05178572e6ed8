import { ownEntry } from "@/core/own-entry";
import type { ImportedChange, ImportedComment, ImportedTalk } from "../intake/talk";
import {
  childNamed,
  childrenNamed,
  elementAt,
  elementsIn,
  textWithin,
  type XmlElement,
} from "../xml/element";

const CHANGES: Readonly<Record<string, ImportedChange["kind"]>> = {
  "text:insertion": "insertion",
  "text:deletion": "deletion",
  "text:format-change": "format",
};

/** The comments and tracked changes of a text, in its order (ISO 26300-1, 5.5 and 14.1). */
export function talkOf(text: XmlElement): ImportedTalk {
  const walk = new TalkWalk();
  walk.visit(text);
  const regions = childrenNamed(childNamed(text, "text:tracked-changes"), "text:changed-region");
  return { comments: walk.comments, changes: regions.flatMap((region) => changesOf(region, walk.changed)) };
}

function changesOf(region: XmlElement, changed: ReadonlyMap<string, string>): ImportedChange[] {
  const id = region.attributes["text:id"] ?? region.attributes["xml:id"] ?? "";
  return [...elementsIn(region)].flatMap((change) => {
    const kind = ownEntry(CHANGES, change.name);
    if (!kind) return [];
    const info = elementAt(change, "office:change-info");
    const gone = [...elementsIn(change)].filter((child) => child !== info).map(textWithin);
    return [
      {
        kind,
        author: textWithin(childNamed(info, "dc:creator")),
        date: textWithin(childNamed(info, "dc:date")),
        words: kind === "deletion" ? gone.join("\n").trim() : (changed.get(id) ?? ""),
      },
    ];
  });
}

class TalkWalk {
  readonly comments: ImportedComment[] = [];
  /** The words of each change that stands in the text, by its id. */
  readonly changed = new Map<string, string>();
  private readonly changing = new Set<string>();
  /** Comments on words whose end was not met yet, by name. */
  private readonly open = new Map<string, number>();

  visit(element: XmlElement): void {
    for (const part of element.content) {
      if (typeof part === "string") this.meet(part);
      else if (part.name === "office:annotation") this.begin(part);
      else if (part.name === "office:annotation-end") this.open.delete(part.attributes["office:name"] ?? "");
      else if (part.name === "text:change-start") this.changing.add(part.attributes["text:change-id"] ?? "");
      else if (part.name === "text:change-end") this.changing.delete(part.attributes["text:change-id"] ?? "");
      else if (part.name !== "text:tracked-changes") this.visit(part);
    }
  }

  private meet(words: string): void {
    for (const at of this.open.values())
      this.comments[at] = { ...this.comments[at]!, on: this.comments[at]!.on + words };
    for (const id of this.changing) this.changed.set(id, (this.changed.get(id) ?? "") + words);
  }

  private begin(annotation: XmlElement): void {
    const { attributes } = annotation;
    const parent = this.comments.length - 1;
    // Answers name nobody: they begin with whom they answer, and stand at the same place.
    const answers = attributes["loext:parent-name"] === undefined ? null : parent < 0 ? null : parent;
    if (attributes["office:name"]) this.open.set(attributes["office:name"], this.comments.length);
    this.comments.push({
      author: textWithin(childNamed(annotation, "dc:creator")),
      date: textWithin(childNamed(annotation, "dc:date")),
      words: [...elementsIn(annotation)]
        .filter(({ name }) => name === "text:p" || name === "text:list")
        .map(textWithin)
        .join("\n")
        .trim(),
      on: "",
      answers,
      done: attributes["loext:resolved"] === "true",
    });
  }
}
