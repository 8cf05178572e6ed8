import {
  documentTitle,
  fixedWordsOf,
  settingsOf,
  UNTITLED,
  type DestinationId,
  type Direction,
  type FixedWords,
} from "@/core/document";
import type { DocumentIndex } from "@/core/index";
import { escapeHtml } from "../formats/html/escape";
import type { HtmlOutput } from "../formats/html/html-output";
import { contentsEntries, contentsTree, saysItsTitle, wayHome, type ContentsBranch } from "../wayfinding";
import type { EditionPage } from "./edition-pages";
import { CONTENTS, FIRST, LEADS, WHOLE } from "./addresses";
import { FileNames } from "./file-names";
import { leadFiles } from "./lead-pages";
import { openBranch } from "./open-branch";
import type { EditionDownload, EditionIssue, Frame, FramedPage, Step } from "./page-html";
import { readerWords } from "./reader-words";
import { idsIn, withAddresses } from "./written-blocks";

/** What all pages of an edition share beside the document's own words. */
export interface SharedFiles {
  readonly styles: string;
  readonly early: string | null;
  readonly script: string | null;
  readonly issue: EditionIssue | null;
  readonly downloads: readonly EditionDownload[];
}

/** Where everything stands in the files of an edition. */
export class Site {
  readonly files: readonly string[];
  readonly branches: readonly ContentsBranch[];
  /** The anchors that were given away, in the order of the text. */
  private readonly given = new Set<string>();
  private readonly says: FixedWords;
  private readonly title: string;
  private readonly direction: Direction;
  /** The page on which each anchor stands. */
  private readonly homes = new Map<string, number>();

  constructor(
    private readonly index: DocumentIndex,
    private readonly output: HtmlOutput,
    private readonly pages: readonly EditionPage[],
  ) {
    const names = new FileNames([FIRST, CONTENTS, WHOLE]);
    this.files = pages.map(({ heading, part }, i) =>
      i === 0
        ? FIRST
        : names.next(
            [heading ? index.anchors.of(heading.id)! : "text", ...(part > 1 ? [part] : [])].join("-"),
            ".html",
          ),
    );
    this.branches = contentsTree(contentsEntries(index, { from: 1, to: 6 }));
    this.says = fixedWordsOf(index.doc);
    this.title = documentTitle(index.doc) || UNTITLED;
    this.direction = output.direction;
  }

  /** Takes the anchors of a page. */
  place(body: string, page: number): void {
    for (const id of idsIn(body)) {
      if (this.homes.has(id)) continue;
      this.homes.set(id, page);
      // What begins with a low line is a place that nobody gave away.
      if (!id.startsWith("_")) this.given.add(id);
    }
  }

  /** The address of an anchor as it stands in a page, or in no page (null); null for one that stands nowhere. */
  address(anchor: string, from: number | null): string | null {
    if (anchor === this.output.top) return from === 0 ? `#${anchor}` : `${FIRST}#${anchor}`;
    const home = this.homes.get(anchor);
    if (home === undefined) return null;
    const fragment = `#${encodeURIComponent(anchor)}`;
    return home === from ? fragment : `${encodeURIComponent(this.files[home]!)}${fragment}`;
  }

  addressOf(id: DestinationId): string {
    return this.address(this.index.anchors.of(id)!, null) ?? FIRST;
  }

  linked(html: string, page: number): string {
    return withAddresses(html, (anchor) => this.address(anchor, page));
  }

  frame(shared: SharedFiles): Frame {
    const { language } = settingsOf(this.index.doc);
    return {
      title: this.title,
      language,
      direction: this.direction,
      says: this.says,
      tells: readerWords(language),
      first: FIRST,
      contents: CONTENTS,
      whole: WHOLE,
      ...shared,
    };
  }

  /** Where each anchor stands, as an address beside the first page; those that nobody gave away are missing. */
  anchors(): Map<string, string> {
    return new Map([...this.given].map((anchor) => [anchor, this.address(anchor, null)!]));
  }

  /** The pages that lead on to anchors whose names on a disk are not the anchors themselves. */
  leadsCalledOtherwise(): Record<string, string> {
    return Object.fromEntries(
      [...leadFiles(this.given)].filter(([anchor, file]) => file !== `${LEADS}/${anchor}.html`),
    );
  }

  /** What stands around the text of a page. */
  page(i: number): FramedPage {
    const { heading, part, parts } = this.pages[i]!;
    const path = heading ? this.pathTo(heading.id) : [];
    const own = path.at(-1)?.words ?? this.title;
    return {
      title: parts > 1 ? `${own} (${part}/${parts})` : own,
      place: { number: i + 1, of: this.pages.length },
      path: path.slice(0, -1),
      top: i === 0 ? this.output.top : null,
      titled: i === 0 && !saysItsTitle(this.index),
      previous: this.step(i - 1),
      next: this.step(i + 1),
      parent: part > 1 ? this.step(i - part + 1) : (path.at(-2) ?? null),
      lines: openBranch(
        this.branches,
        path.map(({ id }) => id),
      ),
      hrefOf: (id: DestinationId) => this.address(this.index.anchors.of(id)!, i) ?? FIRST,
    };
  }

  /** The link that stays in view. */
  floating(): string {
    const { to, words } = wayHome(this.index);
    return `<a class="floating" data-generated="return" href="${this.output.hrefOf(to, words)}">${escapeHtml(words)}</a>`;
  }

  private step(i: number): Step | null {
    const page = this.pages[i];
    if (!page) return null;
    const { heading, part, parts } = page;
    const words = heading ? (this.pathTo(heading.id).at(-1)?.words ?? this.title) : this.title;
    return {
      href: encodeURIComponent(this.files[i]!),
      words: parts > 1 ? `${words} (${part}/${parts})` : words,
    };
  }

  /** The sections around a heading, the outermost first, and its own. */
  private pathTo(id: DestinationId): (Step & { readonly id: DestinationId })[] {
    const path: (Step & { readonly id: DestinationId })[] = [];
    for (let at = this.index.sectionOf(id); at; at = this.index.sections[at.parent]) {
      const { heading } = at;
      const number = this.index.numbers.get(heading.id);
      const name = heading.short || heading.name || this.says.untitled;
      path.unshift({
        id: heading.id,
        href: this.address(this.index.anchors.of(heading.id)!, null) ?? FIRST,
        words: number ? `${number} ${name}` : name,
      });
    }
    return path;
  }
}
