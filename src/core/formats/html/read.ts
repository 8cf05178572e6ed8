import { parse, type DefaultTreeAdapterTypes } from "parse5";
import { decodeSafely, RETURNS_NONE, type Manuscript, type ReturnRule } from "@/core/document";
import { DocumentBuilder } from "../intake/document-builder";
import { titleFromName, type ReadContext } from "../intake/read-context";
import { ReadError } from "../intake/read-error";
import { htmlWalk, walkHtml } from "./html-walk";

const CUT_OFF = new Set([
  "eof-in-tag",
  "eof-in-comment",
  "eof-in-doctype",
  "eof-in-script-html-comment-like-text",
  "eof-in-cdata",
]);

/**
 * Reads an HTML file straight into the model. `id` and `name` anchors become anchors of headings, figures and tables, or
 * bookmarks; `href="#…"` becomes a link by id. Scripts, handlers, styles, frames and remote loads never come in.
 */
export function readHtml(text: string, context: ReadContext): Manuscript {
  if (!/<[a-z!/?][^>]*>/i.test(text))
    throw new ReadError("There is no HTML tag in the file, so it is not HTML.");
  const document = parse(text, {
    scriptingEnabled: false,
    onParseError: (error) => {
      if (CUT_OFF.has(error.code)) throw new ReadError("The file is cut off inside a tag.", error.startLine);
    },
  });
  context.progress(0.5);
  const builder = new DocumentBuilder(context.dropped);
  const { title, language, returns, wanted } = survey(document);
  builder.title = title;
  builder.language = language;
  builder.returns = returns;
  walkHtml(document, htmlWalk(builder, context, wanted));
  context.progress(0.9);
  return builder.finish(titleFromName(context.name), () => undefined);
}

/** What has to be known of a file before it is walked. */
function survey(document: DefaultTreeAdapterTypes.Document) {
  let title: string | null = null;
  let language: string | null = null;
  let returns: ReturnRule = RETURNS_NONE;
  const wanted = new Set<string>();
  const stack: DefaultTreeAdapterTypes.ChildNode[] = [...document.childNodes];
  for (let node = stack.pop(); node; node = stack.pop()) {
    if (!("tagName" in node)) continue;
    for (let i = node.childNodes.length - 1; i >= 0; i--) stack.push(node.childNodes[i]!);
    const attribute = (name: string) =>
      (node as DefaultTreeAdapterTypes.Element).attrs.find((it) => it.name === name)?.value;
    if (node.tagName === "title" && title === null) {
      const words = node.childNodes[0];
      if (words && "value" in words) title = words.value.replace(/\s+/g, " ").trim().slice(0, 1_000);
    } else if (node.tagName === "html")
      language = /^[A-Za-z]{2,3}(-[A-Za-z0-9]{1,8})*$/.exec(attribute("lang") ?? "")?.[0] ?? null;
    else if (node.tagName === "a") {
      const href = attribute("href");
      if (href?.includes("#")) wanted.add(decodeSafely(href.slice(href.indexOf("#") + 1)));
    } else if (node.tagName === "meta" && attribute("name") === "gate-rope:returns") {
      const levels = (attribute("content") ?? "").split(",").map(Number);
      returns = {
        levels: levels.filter((level) => level >= 1 && level <= 6).slice(0, 6),
        words: attribute("data-words") ?? "",
      };
    }
  }
  return { title, language, returns, wanted };
}
