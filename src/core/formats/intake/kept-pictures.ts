import { pictureName, recognisePicture, tooLarge, type Picture } from "@/core/document";
import type { DropLog } from "./drop-log";
import { LIMITS } from "./limits";

/** The pictures that come in with a document, by name. */
export class KeptPictures {
  readonly byName = new Map<string, Picture>();

  constructor(
    private readonly dropped: DropLog,
    /** Puts a picture away at once, so that memory holds one at a time; answers what stands for it. */
    private readonly putAway: ((name: string, picture: Picture) => Picture) | null = null,
  ) {}

  /** Keeps a picture with the document; its name, or empty where it cannot be kept, which is told. */
  keep(bytes: Uint8Array): string {
    const picture = bytes.length <= LIMITS.pictureBytes ? recognisePicture(bytes) : null;
    const fault = picture && tooLarge(picture);
    if (fault) this.dropped.add("picture that is too large", fault);
    else if (!picture)
      this.dropped.add(
        "picture that cannot be shown",
        "It is not a PNG, JPEG, GIF, WebP or SVG, or is over 20 MB.",
      );
    else {
      const name = pictureName(picture);
      if (!this.byName.has(name)) this.byName.set(name, this.putAway?.(name, picture) ?? picture);
      return name;
    }
    return "";
  }
}
