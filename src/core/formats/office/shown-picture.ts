import { ownSize, type Size } from "./own-size";

/** A picture as it stands in a text. Lengths are points; what is null is the picture's own. */
export interface ShownPicture {
  /** The name of the stored picture; empty for none. */
  readonly name: string;
  readonly alt: string;
  readonly decorative: boolean;
  readonly width?: number | null;
  readonly height?: number | null;
  readonly place: "line" | "left" | "right";
}

/** The size of a picture whose file does not give one. */
const UNKNOWN_SIZE: Size = { width: 300, height: 200 };

/** How large a picture is shown, in points. `bytes`: of its file; null if it is gone. */
export function shownSize(
  bytes: Uint8Array | null,
  { width, height }: Pick<ShownPicture, "width" | "height">,
  textWidth: number,
): Size {
  const own = ownSize(bytes, textWidth) ?? UNKNOWN_SIZE;
  const wide = width ?? (height ? (own.width * height) / own.height : own.width);
  return { width: wide, height: height ?? (own.height * wide) / own.width };
}
