import {
  fromJSON,
  keptFrom,
  languageFrom,
  returnAlsoFrom,
  styleSheetSchema,
  type ReturnRule,
} from "@/core/document";
import type { Attributes, ReadingScope } from "./reading-scope";

/** What an HTML file says of itself: its title, its language, its styles and the rule of its return links. */
export class FileFacts {
  title: string | null = null;
  returns: ReturnRule | null = null;

  constructor(private readonly scope: ReadingScope) {}

  /** Starts an element that tells of the file; false for any other. */
  start(name: string, attributes: Attributes): boolean {
    const { builder, open } = this.scope;
    if (name === "title") open.push(name, "silent");
    else if (name === "html") {
      builder.language ??= languageFrom(attributes.get("lang"));
      open.push(name, "block", { leave: () => builder.closeImplied() });
    } else if (name === "meta") this.readMeta(attributes);
    else return false;
    return true;
  }

  /** Takes the words of an element that stands among the facts. */
  text(name: string, words: string): void {
    if (name === "title") this.title ??= words.replace(/\s+/g, " ").trim().slice(0, 1_000);
  }

  private readMeta(attributes: Attributes): void {
    const name = attributes.get("name");
    if (name === "gate-rope:styles") {
      const sheet = fromJSON(styleSheetSchema, attributes.get("content"));
      if (sheet) this.scope.builder.styles.take(sheet);
    }
    if (name !== "gate-rope:returns") return;
    const levels = (attributes.get("content") ?? "").split(",").map(Number);
    this.returns = {
      levels: levels.filter((level) => level >= 1 && level <= 6).slice(0, 6),
      words: attributes.get("data-words") ?? "",
      ...returnsTo(attributes.get("data-to")),
      ...returnAlsoFrom(attributes.get("data-also")),
      ...keptFrom(attributes.get("data-keeps")),
    };
  }
}

/** Where return links lead, as an exported page names it; nothing where it is as at first. */
function returnsTo(name: string | undefined): Pick<ReturnRule, "to"> {
  return name === "top" || name === "parent" ? { to: name } : {};
}
