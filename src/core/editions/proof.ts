import { Tokenizer, TokenizerMode, type Token, type TokenHandler } from "parse5";
import { pathBeside } from "../formats/archive/archive";
import { beginsWith, comparable, type FileProof } from "../formats/office/file-proof";
import type { PromisedPlace } from "./write-edition";

/*
 * Follows the links of an edition as a browser does: from each page to the file and the element that an address names. Nothing of what wrote
 * the pages is used here.
 */

/** How many letters are looked at where a link lands. */
const SEEN = 600;

interface Met {
  readonly ids: ReadonlyMap<string, number>;
  readonly letters: string;
  /** Whether it is all of the document on one page, where each place stands once more. */
  readonly whole: boolean;
  readonly links: readonly string[];
}

/** Follows every link of the pages, and finds each place that was promised. */
export function proveEdition(
  files: ReadonlyMap<string, string | Uint8Array>,
  promised: readonly PromisedPlace[],
): FileProof {
  const pages = new Map<string, Met>();
  for (const [path, content] of files)
    if (path.endsWith(".html") && typeof content === "string") pages.set(path, new Meeting(content));
  const failed: { words: string; why: string }[] = [];
  let followed = 0;
  for (const [path, { links }] of pages)
    for (const href of links) {
      const why = faultOf(href, path, files, pages);
      followed++;
      if (why) failed.push({ words: path, why });
    }
  const homes = new Map<string, Met>();
  for (const page of pages.values())
    if (!page.whole) for (const id of page.ids.keys()) if (!homes.has(id)) homes.set(id, page);
  for (const { words, anchor, begins } of promised) {
    const page = homes.get(anchor);
    const at = page?.ids.get(anchor);
    if (!page || at === undefined) failed.push({ words, why: `Nothing in the pages is called “${anchor}”.` });
    else if (begins && !beginsWith(comparable(page.letters.slice(at, at + SEEN)), begins))
      failed.push({ words, why: `“${begins.words}” does not stand at “${anchor}”.` });
  }
  const all = followed + promised.length;
  return { promised: all, lands: all - failed.length, failed };
}

const LEADS_OUT = /^(?:[a-z][a-z\d+.-]*:|\/\/)/i;

function faultOf(
  href: string,
  from: string,
  files: ReadonlyMap<string, string | Uint8Array>,
  pages: ReadonlyMap<string, Met>,
): string | null {
  // With a scheme or a host of its own it leads out.
  if (LEADS_OUT.test(href)) return null;
  const [file = "", fragment = ""] = href.split("#");
  if (climbs(file) > climbsFrom(from)) return null;
  const path = file === "" ? from : pathBeside(from, decodeURIComponent(file));
  if (!files.has(path)) return `${href}: there is no such file.`;
  const id = decodeURIComponent(fragment);
  if (id === "" || fragment.startsWith("page=")) return null;
  return pages.get(path)?.ids.has(id) ? null : `${href}: nothing on that page is called so.`;
}

/** How many folders an address goes up. */
function climbs(address: string): number {
  return /^(?:\.\.\/)*/.exec(address)![0].length / 3;
}

/** How many folders a file lies below the first page. What goes up further leads out of the edition. */
function climbsFrom(file: string): number {
  return file.split("/").length - 1;
}

/** What stands in a page, tag by tag as the HTML standard takes them apart. */
class Meeting implements TokenHandler, Met {
  readonly ids = new Map<string, number>();
  readonly links: string[] = [];
  letters = "";
  whole = false;
  private readonly tokenizer = new Tokenizer({ sourceCodeLocationInfo: false }, this);

  constructor(html: string) {
    this.tokenizer.write(html, true);
  }

  onStartTag({ tagName, attrs: written }: Token.TagToken): void {
    // In these nothing is markup.
    if (tagName === "script") this.tokenizer.state = TokenizerMode.SCRIPT_DATA;
    else if (tagName === "style") this.tokenizer.state = TokenizerMode.RAWTEXT;
    else if (tagName === "title") this.tokenizer.state = TokenizerMode.RCDATA;
    for (const { name, value } of written) {
      if (name === "id") {
        if (!this.ids.has(value)) this.ids.set(value, this.letters.length);
      } else if (name === "href") {
        if (tagName === "a" || tagName === "link") this.links.push(value);
      } else if (name === "src") {
        if (value !== "") this.links.push(value);
      } else if (name === "class" && value === "whole" && tagName === "body") this.whole = true;
    }
  }

  onCharacter({ chars }: Token.CharacterToken): void {
    this.letters += chars;
  }

  onWhitespaceCharacter({ chars }: Token.CharacterToken): void {
    this.letters += chars;
  }

  onNullCharacter(): void {}
  onEndTag(): void {}
  onComment(): void {}
  onDoctype(): void {}
  onEof(): void {}
}
