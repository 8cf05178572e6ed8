import { existsSync, mkdirSync, readdirSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import path from "node:path";
import sharp from "sharp";
import { Turns } from "@/core/apart/turns";
import { pictureTypeOf, pixelsOf, type Picture } from "@/core/document";
import { messageOf } from "@/core/thrown";
import { makeWhole } from "../storage/whole-file";

/** Pixels across: twice the width of the text on a screen, for screens with twice the dots. */
const WIDEST = 1_400;
/** Below so many bytes a picture is fetched as fast as a copy of it. */
const WORTH_IT = 300_000;
const QUALITY = 82;
const AT_A_TIME = 2;

/**
 * Copies of large pictures with as many pixels as screens show, each made when it is first asked for and kept beside the pictures. They
 * can be removed at any time: they are made again.
 */
export class ScreenCopies {
  private readonly turns = new Turns(AT_A_TIME);
  private readonly making = new Map<string, Promise<Uint8Array | null>>();

  constructor(private readonly folder: string) {}

  /** The copy of a picture as it was made before; null where it was not. */
  kept(name: string): Picture | null {
    const type = pictureTypeOf(name);
    try {
      return type && { type, bytes: new Uint8Array(readFileSync(this.fileOf(name))) };
    } catch {
      return null;
    }
  }

  /** The copy of a picture; the picture itself where that is no larger than screens show, or cannot be read. */
  async of(name: string, picture: Picture): Promise<Picture> {
    const size = pixelsOf(picture);
    const moves = picture.type === "image/gif" || picture.type === "image/svg+xml";
    if (moves || !size || size.width <= WIDEST || picture.bytes.length < WORTH_IT) return picture;
    const before = this.kept(name);
    if (before) return before;
    const bytes = await this.made(name, picture);
    return bytes ? { type: picture.type, bytes } : picture;
  }

  /** Removes the copies of what is not used. */
  sweep(isUsed: (name: string) => boolean): void {
    if (!existsSync(this.folder)) return;
    for (const name of readdirSync(this.folder))
      if (!isUsed(name)) rmSync(this.fileOf(name), { force: true, recursive: true });
  }

  /** Asked for by several windows at once it is made once. */
  private made(name: string, picture: Picture): Promise<Uint8Array | null> {
    const begun = this.making.get(name);
    if (begun) return begun;
    const made = this.turns
      .take(() => this.make(name, picture))
      .catch((error: unknown) => {
        console.error(`gate-rope: no copy for screens of ${name}: ${messageOf(error)}`);
        return null;
      })
      .finally(() => this.making.delete(name));
    this.making.set(name, made);
    return made;
  }

  private async make(name: string, { type, bytes }: Picture): Promise<Uint8Array> {
    const small = sharp(bytes, { limitInputPixels: 60_000_000 })
      .rotate()
      .resize({ width: WIDEST, withoutEnlargement: true });
    const copy =
      type === "image/jpeg"
        ? small.jpeg({ quality: QUALITY })
        : type === "image/webp"
          ? small.webp({ quality: QUALITY })
          : small.png();
    const made = new Uint8Array(await copy.toBuffer());
    mkdirSync(this.folder, { recursive: true });
    await makeWhole(this.fileOf(name), (beside) => Promise.resolve(writeFileSync(beside, made)));
    return made;
  }

  private fileOf(name: string): string {
    return path.join(/* turbopackIgnore: true */ this.folder, name);
  }
}
