import { Tokenizer, TokenizerMode, type Token, type TokenHandler } from "parse5";
import type { ReturnRule } from "@/core/document";
import { ownEntry } from "@/core/own-entry";
import type { DocumentBuilder } from "../intake/document-builder";
import type { ReadContext } from "../intake/read-context";
import { BlockElements } from "./block-elements";
import { EquationElements } from "./equation-elements";
import { FileFacts } from "./file-facts";
import { InlineElements } from "./inline-elements";
import { LEFT_OUT, RAW, VOID } from "./known-elements";
import { startNote } from "./note-elements";
import { HEADING, OpenElements } from "./open-elements";
import type { Attributes, ReadingScope } from "./reading-scope";
import { WrapperIds } from "./wrapper-ids";

/**
 * Carries HTML into a document, tag by tag, through an allow-list: what is not known is passed through for its text, what
 * is dangerous is left out.
 */
export class HtmlReading implements TokenHandler {
  private readonly open = new OpenElements();
  private readonly scope: ReadingScope;
  private readonly facts: FileFacts;
  private readonly wrapperIds: WrapperIds;
  private readonly equations: EquationElements;
  private readonly blocks: BlockElements;
  private readonly inlines: InlineElements;
  private waitingText = "";
  /** Whether the tokenizer holds back no signs: the last that it told of was a tag. */
  private afterTag = false;
  private skipLineEnd = false;
  private readonly tokenizer = new Tokenizer({ sourceCodeLocationInfo: false }, this);

  constructor(
    private readonly builder: DocumentBuilder,
    private readonly context: ReadContext,
    /** Anchors to which links of the file lead. */
    wanted: ReadonlySet<string>,
    /** Whether the parts of notes were marked beforehand, as can be done in a whole file. */
    private readonly notesArePaired = false,
  ) {
    this.scope = { builder, context, open: this.open, wanted };
    this.facts = new FileFacts(this.scope);
    this.wrapperIds = new WrapperIds(this.scope);
    this.equations = new EquationElements(this.scope);
    this.blocks = new BlockElements(this.scope, this.wrapperIds);
    this.inlines = new InlineElements(this.scope);
  }

  /** What the file is called, where it says so. */
  get title(): string | null {
    return this.facts.title;
  }

  /** The rule of its return links, where it has one. */
  get returns(): ReturnRule | null {
    return this.facts.returns;
  }

  /**
   * Reads a whole text; elements that are still open at its end are closed. Words between two tags are taken as they stand
   * unless they hold an entity: they are most of a file, and the tokenizer would look at each of their signs.
   */
  read(text: string): void {
    const { tokenizer } = this;
    tokenizer.preprocessor.bufferWaterline = 0;
    for (let at = 0; at < text.length;) {
      const tag = text.indexOf("<", at);
      const end = tag < 0 ? text.length : tag;
      if (end > at) {
        const between = text.slice(at, end);
        if (this.afterTag && tokenizer.state === TokenizerMode.DATA && !/[&\0\r]/.test(between))
          this.waitingText += between;
        else tokenizer.write(between, false);
      }
      const close = tag < 0 ? -1 : text.indexOf(">", tag);
      at = close < 0 ? text.length : close + 1;
      if (tag >= 0) tokenizer.write(text.slice(tag, at), false);
    }
    tokenizer.write("", true);
  }

  // Tokens

  onCharacter({ chars }: Token.CharacterToken): void {
    this.waitingText += chars;
    this.afterTag = false;
  }
  onWhitespaceCharacter(token: Token.CharacterToken): void {
    this.onCharacter(token);
  }
  onNullCharacter(): void {}
  onComment(): void {
    this.afterTag = true;
  }
  onDoctype(): void {
    this.afterTag = true;
  }

  onEof(): void {
    this.flush();
    this.open.closeAll();
  }

  onStartTag(tag: Token.TagToken): void {
    this.flush();
    this.afterTag = true;
    const raw = ownEntry(RAW, tag.tagName);
    if (raw !== undefined) this.tokenizer.state = raw;
    this.start(tag);
  }

  onEndTag({ tagName }: Token.TagToken): void {
    this.flush();
    this.afterTag = true;
    this.wrapperIds.decide(true);
    this.open.end(tagName);
  }

  private flush(): void {
    let text = this.waitingText;
    if (text === "") return;
    this.waitingText = "";
    const place = this.open.top;
    this.facts.text(place.name, text);
    if (place.kind === "silent") return this.equations.silentText(text);
    if (this.skipLineEnd && text.startsWith("\n")) text = text.slice(1);
    this.skipLineEnd = false;
    if (/\S/.test(text)) this.wrapperIds.decide(false);
    if (place.preformatted) return this.builder.text(text, place.marks);
    const folded = /[\t\n\r\f]| {2}/.test(text) ? text.replace(/[ \t\n\r\f]+/g, " ") : text;
    this.builder.text(
      folded.startsWith(" ") && this.builder.endsWithSpace ? folded.slice(1) : folded,
      place.marks,
    );
  }

  // Elements

  private start(tag: Token.TagToken): void {
    const name = tag.tagName;
    this.wrapperIds.decide(HEADING.test(name) || name === "header");
    if (this.open.top.kind === "silent") {
      if (!VOID.has(name) && !tag.selfClosing) this.equations.startSilent(name, () => this.attributesOf(tag));
      return;
    }
    const attributes = this.attributesOf(tag);
    const isBox = name === "input" && attributes.get("type") === "checkbox";
    if (isBox && this.builder.giveBox(attributes.has("checked"))) return;
    if (LEFT_OUT.has(name)) return this.leaveOut(name, tag.selfClosing);
    if (this.facts.start(name, attributes)) return;
    this.open.endBefore(name);
    if (attributes.has("data-generated")) {
      if (!VOID.has(name)) this.open.push(name, "silent");
      return;
    }
    if (this.equations.start(name, attributes)) return;
    if (startNote(this.scope, name, attributes, this.notesArePaired)) return;
    if (!this.blocks.start(name, attributes)) this.inlines.start(name, attributes, tag.selfClosing);
    else if (name === "pre") this.skipLineEnd = this.open.top.preformatted;
  }

  private leaveOut(name: string, selfClosing: boolean): void {
    const reason = LEFT_OUT.get(name);
    if (reason) this.context.dropped.add(`<${name}>`, reason);
    if (!VOID.has(name) && !(selfClosing && name === "svg")) this.open.push(name, "silent");
  }

  private attributesOf({ attrs: written }: Token.TagToken): Attributes {
    if (written.length === 0) return NO_ATTRIBUTES;
    const attributes = new Map<string, string>();
    for (const { name, value } of written) {
      if (name.startsWith("on")) this.context.dropped.add("event handler", "Scripts are never imported.");
      else if (!attributes.has(name)) attributes.set(name, value);
    }
    return attributes;
  }
}

const NO_ATTRIBUTES: Attributes = new Map();
