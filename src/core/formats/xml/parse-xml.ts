import { SaxesParser } from "saxes";
import { messageOf } from "@/core/thrown";
import { ReadError } from "../intake/read-error";
import type { XmlElement } from "./element";

/** By the address of a namespace, the prefix under which its names are known here. */
export type Namespaces = Readonly<Record<string, string>>;

export interface XmlOptions {
  /** What the part is called where something is told of it. */
  readonly part: string;
  readonly namespaces: Namespaces;
  /** Whether the white space between elements is text, as in what people wrote. */
  readonly keepsSpace?: boolean;
  /** Attributes that are left out at once: programs write many that say nothing. */
  readonly ignores?: (attribute: string) => boolean;
}

/** What one part may hold. Lists and tables that a document can hold need a tenth of that depth. */
const MAX_DEPTH = 600;
const MAX_ELEMENTS = 6_000_000;
/** How many letters are parsed at a time. */
const PIECE_LETTERS = 1 << 20;

interface OpenElement extends XmlElement {
  readonly content: (XmlElement | string)[];
}

const NOTHING: (XmlElement | string)[] = [];

/**
 * The root element of an XML part. Entities are never expanded and nothing is fetched. Throws a {@link ReadError} that names the part, and the
 * line, where it is not well-formed, declares entities, or goes beyond a limit.
 */
export function parseXml(bytes: Uint8Array, options: XmlOptions): XmlElement {
  const { part, keepsSpace = true, ignores } = options;
  const names = new CanonicalNames(options.namespaces);
  const parser = new SaxesParser<{ xmlns: false; position: true }>({ xmlns: false, position: true });
  const open: OpenElement[] = [];
  let root: XmlElement | null = null;
  let count = 0;
  const refuse = (why: string): never => {
    throw new ReadError(`${part} ${why}`, parser.line);
  };
  parser.on("doctype", (words) => {
    if (words.includes("<!ENTITY")) refuse("declares entities of its own, which are not read.");
  });
  parser.on("opentag", (tag) => {
    if (open.length >= MAX_DEPTH) refuse(`has more than ${MAX_DEPTH} elements inside each other, the limit.`);
    if (++count > MAX_ELEMENTS)
      refuse(`holds more than ${MAX_ELEMENTS.toLocaleString("en")} elements, the limit.`);
    names.enter(tag.attributes);
    const element: OpenElement = {
      name: names.of(tag.name, false),
      attributes: names.attributesOf(tag.attributes, ignores),
      content: tag.isSelfClosing ? NOTHING : [],
    };
    open.at(-1)?.content.push(element);
    root ??= element;
    if (!tag.isSelfClosing) open.push(element);
    else names.leave();
  });
  parser.on("closetag", (tag) => {
    if (tag.isSelfClosing) return;
    open.pop();
    names.leave();
  });
  const onText = (words: string) => {
    if (words.length > 0 && (keepsSpace || words.trim() !== "")) open.at(-1)?.content.push(words);
  };
  parser.on("text", onText);
  parser.on("cdata", onText);
  try {
    const text = textOfXml(bytes);
    for (let at = 0; at < text.length; at += PIECE_LETTERS) parser.write(text.slice(at, at + PIECE_LETTERS));
    parser.close();
  } catch (error) {
    if (error instanceof ReadError) throw error;
    throw new ReadError(`${part} is damaged: ${withoutPlace(messageOf(error))}.`, parser.line);
  }
  return root ?? refuse("holds nothing.");
}

/** What a parser says, without the line and column it begins with and the full stop at the end. */
function withoutPlace(message: string): string {
  return message.replace(/^(?:\d+:){1,2}\d*:?\s*/, "").replace(/\.$/, "");
}

function textOfXml(bytes: Uint8Array): string {
  const encoding =
    bytes[0] === 0xff && bytes[1] === 0xfe
      ? "utf-16le"
      : bytes[0] === 0xfe && bytes[1] === 0xff
        ? "utf-16be"
        : (declaredEncoding(bytes) ?? "utf-8");
  return new TextDecoder(encoding).decode(bytes);
}

/** The encoding that the XML declaration names (XML 1.0, 4.3.3). */
function declaredEncoding(bytes: Uint8Array): string | null {
  const start = new TextDecoder("latin1").decode(bytes.subarray(0, 200));
  return /^<\?xml[^>]*\bencoding\s*=\s*["']([\w.:-]+)["']/.exec(start)?.[1] ?? null;
}

/** Names as they are known here, from the prefixes that a file chose (Namespaces in XML 1.0). */
class CanonicalNames {
  /** The known prefix for each prefix of the file, innermost scope last. */
  private scopes: ReadonlyMap<string, string>[] = [new Map([["xml", "xml"]])];
  /** What names of elements and of attributes became in the innermost scope. */
  private elements = new Map<string, string>();
  private attributes = new Map<string, string>();
  private readonly depths: number[] = [];
  private depth = 0;

  constructor(private readonly namespaces: Namespaces) {}

  enter(attributes: Record<string, string>): void {
    this.depth++;
    let scope: Map<string, string> | null = null;
    for (const name in attributes) {
      if (!name.startsWith("xmlns")) continue;
      if (name !== "xmlns" && name[5] !== ":") continue;
      scope ??= new Map(this.scopes.at(-1)!);
      const prefix = name === "xmlns" ? "" : name.slice(6);
      const address = attributes[name]!;
      // Unknown ones are told apart by their addresses, so that an unknown one is never taken for a known one.
      scope.set(prefix, Object.hasOwn(this.namespaces, address) ? this.namespaces[address]! : `{${address}}`);
    }
    if (!scope) return;
    this.scopes.push(scope);
    this.depths.push(this.depth);
    this.forget();
  }

  leave(): void {
    if (this.depths.at(-1) === this.depth) {
      this.depths.pop();
      this.scopes.pop();
      this.forget();
    }
    this.depth--;
  }

  private forget(): void {
    this.elements = new Map();
    this.attributes = new Map();
  }

  of(name: string, isAttribute: boolean): string {
    const names = isAttribute ? this.attributes : this.elements;
    let known = names.get(name);
    if (known === undefined) names.set(name, (known = this.find(name, isAttribute)));
    return known;
  }

  private find(name: string, isAttribute: boolean): string {
    const colon = name.indexOf(":");
    // An attribute without a prefix is in no namespace.
    if (colon < 0 && isAttribute) return name;
    const prefix = colon < 0 ? "" : name.slice(0, colon);
    const known = this.scopes.at(-1)!.get(prefix) ?? prefix;
    return known === "" ? name.slice(colon + 1) : `${known}:${name.slice(colon + 1)}`;
  }

  attributesOf(
    written: Record<string, string>,
    ignores: ((attribute: string) => boolean) | undefined,
  ): Readonly<Record<string, string>> {
    let attributes: Record<string, string> | null = null;
    for (const name in written) {
      if (name === "xmlns" || name.startsWith("xmlns:")) continue;
      const known = this.of(name, true);
      if (ignores?.(known)) continue;
      attributes ??= Object.create(null) as Record<string, string>;
      attributes[known] = written[name]!;
    }
    return attributes ?? NO_ATTRIBUTES;
  }
}

const NO_ATTRIBUTES: Readonly<Record<string, string>> = Object.freeze(
  Object.create(null) as Record<string, string>,
);
