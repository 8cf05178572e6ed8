import type { DocumentBuilder } from "../intake/document-builder";

/** Paragraphs that follow each other and are one block: those of a quotation, and the lines of code. */
export class OpenRuns {
  private open: "quotation" | "code" | null = null;

  constructor(private readonly builder: DocumentBuilder) {}

  get inCode(): boolean {
    return this.open === "code";
  }

  /** Ends what is open, unless it is what the next paragraph goes on in. */
  leave(stays: "quotation" | "code" | null = null): void {
    const { open } = this;
    if (open === null || open === stays) return;
    this.open = null;
    if (open === "code") this.builder.closeTextblock();
    else this.builder.closeContainer("quotation");
  }

  /** Goes on in the quotation that is open, or opens one. */
  quote(): void {
    this.leave("quotation");
    if (this.open === null && this.builder.openContainer("quotation")) this.open = "quotation";
  }

  /** Begins a line of the code that is open, or opens code. */
  code(): void {
    this.leave("code");
    if (this.open === "code") this.builder.text("\n");
    else this.builder.openTextblock("code_block");
    this.open = "code";
  }
}
