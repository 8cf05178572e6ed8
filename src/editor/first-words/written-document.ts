import { escapeHtml } from "@/core/formats/html/escape";
import { textHtml } from "@/core/formats/html/text-html";

const VOID = new Set(["br", "hr", "img"]);

/** A node that was written, as HTML. */
interface Written {
  readonly html: string;
}

class WrittenText implements Written {
  constructor(private readonly text: string) {}

  get html(): string {
    return textHtml(this.text);
  }
}

class WrittenParent implements Written {
  private readonly children: Written[] = [];

  appendChild<T extends Written>(child: T): T {
    this.children.push(child);
    return child;
  }

  get html(): string {
    return this.children.map((child) => child.html).join("");
  }
}

class WrittenElement extends WrittenParent {
  readonly nodeType = 1;
  private attributes = "";

  constructor(private readonly name: string) {
    super();
  }

  setAttribute(name: string, value: unknown): void {
    this.attributes += ` ${name}="${escapeHtml(String(value))}"`;
  }

  override get html(): string {
    const start = `<${this.name}${this.attributes}>`;
    return VOID.has(this.name) ? start : `${start}${super.html}</${this.name}>`;
  }
}

/**
 * What the engine's serializer needs of a document where there is no browser: on the server the very rules that draw the
 * manuscript write it as HTML.
 */
export const writtenDocument = {
  createDocumentFragment: () => new WrittenParent(),
  createElement: (name: string) => new WrittenElement(name),
  createTextNode: (text: string) => new WrittenText(text),
} as unknown as Document;

/** Markup that stands in a written document as it is. */
export function writtenMarkup(html: string): Element {
  return { nodeType: 1, html } as unknown as Element;
}

/** What was written, as HTML. */
export function htmlOf(written: Node | DocumentFragment): string {
  return String(Reflect.get(written, "html"));
}
