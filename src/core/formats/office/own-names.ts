import type { OwnPart, OwnPlace } from "./own-part";
import type { OwnStyleName } from "./own-style-names";
import type { WrittenStyle } from "./written-style";

/** What a file that Gate Rope wrote says of its own names; of any other file, nothing. */
export class OwnNames {
  private styles: ReadonlyMap<string, OwnStyleName> = new Map();

  constructor(private readonly part: OwnPart | null) {}

  /** Takes the styles that its author made, by their ids in the file. */
  takeStyles(styles: ReadonlyMap<string, OwnStyleName>): void {
    this.styles = styles;
  }

  /** What a style is called that its author made; null for any other. */
  styleNamed({ id }: WrittenStyle): string | null {
    return this.styles.get(id)?.name ?? null;
  }

  /** Whether the file was written here, and says so still. */
  get isOwn(): boolean {
    return this.part !== null;
  }

  /** The place that a bookmark names; null for one that was made somewhere else. */
  placeOf(name: string): OwnPlace | null {
    return this.part?.places.get(name) ?? null;
  }

  /** The public name of the place that a bookmark names; that of the bookmark itself where it was made somewhere else. */
  anchorOf(name: string): string {
    return this.placeOf(name)?.anchor ?? name;
  }

  /** What was kept under a key. */
  keptAt(key: string | undefined): unknown {
    return key === undefined ? undefined : this.part?.kept.get(key);
  }

  get settings(): unknown {
    return this.part?.settings ?? null;
  }
}
