import { ownEntry } from "@/core/own-entry";
import type { ImportedChange, ImportedComment, ImportedTalk } from "../intake/talk";
import { childrenNamed, elementsIn, elementsWithin, type XmlElement } from "../xml/element";

const CHANGES: Readonly<Record<string, ImportedChange["kind"]>> = {
  "w:ins": "insertion",
  "w:del": "deletion",
  "w:moveTo": "move",
  "w:rPrChange": "format",
  "w:pPrChange": "format",
};

/** The comments and tracked changes of a file, in the order of the text (ISO 29500-1, 17.13). `threads` says which answer others. */
export function talkOf(
  body: XmlElement,
  comments: XmlElement | null,
  threads: XmlElement | null,
): ImportedTalk {
  const walk = new TalkWalk();
  walk.visit(body);
  return { comments: commentsOf(comments, threads, walk.on), changes: walk.changes };
}

class TalkWalk {
  readonly changes: ImportedChange[] = [];
  /** The words each comment is about, by its id. */
  readonly on = new Map<string, string>();
  private readonly open = new Set<string>();

  visit(element: XmlElement): void {
    for (const child of elementsIn(element)) {
      const { name, attributes } = child;
      const id = attributes["w:id"] ?? "";
      if (name === "w:commentRangeStart") this.open.add(id);
      else if (name === "w:commentRangeEnd") this.open.delete(id);
      else if (name === "w:t") {
        const words = child.content.join("");
        for (const comment of this.open) this.on.set(comment, (this.on.get(comment) ?? "") + words);
      }
      const kind = ownEntry(CHANGES, name);
      if (kind) this.addChange(kind, child, element);
      if (name !== "w:del" && name !== "w:moveFrom") this.visit(child);
    }
  }

  private addChange(kind: ImportedChange["kind"], change: XmlElement, around: XmlElement): void {
    const { "w:author": author = "", "w:date": date = "" } = change.attributes;
    const words = wordsIn(kind === "format" ? around : change);
    // The mark of a paragraph that came or went has no words.
    this.changes.push({ kind, author, date, words });
  }
}

function wordsIn(element: XmlElement): string {
  let words = "";
  for (const { name, content } of elementsWithin(element))
    if (name === "w:t" || name === "w:delText") words += content.join("");
  return words;
}

function commentsOf(
  root: XmlElement | null,
  threads: XmlElement | null,
  on: ReadonlyMap<string, string>,
): ImportedComment[] {
  const comments = childrenNamed(root, "w:comment");
  // Threads name the last paragraph of each comment.
  const paragraphs = comments.map(
    (comment) => childrenNamed(comment, "w:p").at(-1)?.attributes["w14:paraId"] ?? "",
  );
  const facts = new Map(
    [...elementsIn(threads)].map(({ attributes }) => [attributes["w15:paraId"] ?? "", attributes]),
  );
  return comments.map((comment, i) => {
    const { "w:author": author = "", "w:date": date = "", "w:id": id = "" } = comment.attributes;
    const own = facts.get(paragraphs[i]!);
    const parent = own?.["w15:paraIdParent"];
    const answers = parent === undefined ? -1 : paragraphs.indexOf(parent);
    return {
      author,
      date,
      words: childrenNamed(comment, "w:p").map(wordsIn).join("\n").trim(),
      on: on.get(id) ?? "",
      answers: answers < 0 ? null : answers,
      done: own?.["w15:done"] === "1",
    };
  });
}
