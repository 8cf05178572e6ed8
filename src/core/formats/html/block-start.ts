import type { Alignment } from "@/core/document";
import type { DocumentBuilder } from "../intake/document-builder";
import type { ContainerAttributes, ContainerKind } from "../intake/containers";
import { alignmentOf, languageOf } from "./inline-marks";
import type { ElementTraits } from "./open-elements";
import type { Attributes, ReadingScope } from "./reading-scope";

/** An element that begins and has to do with blocks. */
export class BlockStart {
  readonly builder: DocumentBuilder;
  readonly id: string;
  /** Its own alignment, or the one around it. */
  readonly align: Alignment;

  constructor(
    readonly scope: ReadingScope,
    readonly name: string,
    readonly attributes: Attributes,
  ) {
    this.builder = scope.builder;
    this.id = attributes.get("id") ?? "";
    this.align = alignmentOf(attributes) ?? scope.open.top.align;
  }

  /** Puts its anchor here, if it has one. */
  anchor(): void {
    if (this.id !== "") this.builder.anchor(this.id, this.attributes.get("data-name") ?? null);
  }

  /** Opens it; `leave` is called where it ends, `fresh`: the marks around it do not hold inside. */
  push(
    leave: (() => void) | null,
    more: Pick<ElementTraits, "own" | "preformatted"> = {},
    fresh = true,
  ): void {
    const spoken = languageOf(this.attributes);
    const own = spoken ? [spoken, ...(more.own ?? [])] : more.own;
    this.scope.open.push(this.name, "block", { ...more, own, align: this.align, leave }, fresh);
  }

  /** Opens it as a block of text, which goes on where words around it had their marks. */
  pushText(): void {
    this.push(() => this.builder.closeTextblock(), {}, false);
  }

  /** Opens it as a container; one that lies too deep only parts blocks of text. `anchorWithin`: its anchor is that of what it holds. */
  pushContainer(kind: ContainerKind, attributes: ContainerAttributes = {}, anchorWithin = false): void {
    const { builder } = this;
    builder.closeTextblock();
    if (!anchorWithin) this.anchor();
    const opened = builder.openContainer(kind, attributes);
    if (anchorWithin) this.anchor();
    this.push(() => (opened ? builder.closeContainer(kind) : builder.closeTextblock()));
  }

  /** Leaves out all that it holds. */
  pushSilent(): void {
    this.scope.open.push(this.name, "silent");
  }
}
