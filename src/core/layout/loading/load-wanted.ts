import { FontTable, type FontTableFile } from "../fonts/font-table";
import type { FontKey } from "../fonts/font-key";
import type { PictureSize, Resources, Wanted } from "../resources";
import { hyphensOf } from "./hyphens";

/** Where what pages are laid out with comes from: a folder, a server. */
export interface ResourceSource {
  fontTable(key: FontKey): Promise<FontTableFile>;
  font(key: FontKey): Promise<Uint8Array>;
  pictureSize(name: string): Promise<PictureSize>;
}

/** Fetches what is wanted; true when something was. What cannot be had is passed over with its stand-in. */
export async function loadWanted(resources: Resources, source: ResourceSource): Promise<boolean> {
  const { wanted } = resources;
  await Promise.all(wanted.map((one) => load(one, resources, source)));
  return wanted.length > 0;
}

async function load(wanted: Wanted, resources: Resources, source: ResourceSource): Promise<void> {
  switch (wanted.kind) {
    case "font":
      return resources.giveFont(wanted.key, new FontTable(await source.fontTable(wanted.key)));
    case "shaper": {
      const { shaperOf } = await import("./shaper");
      return resources.giveShaper(wanted.key, shaperOf(await source.font(wanted.key)));
    }
    case "hyphens":
      return resources.giveHyphens(wanted.language, await hyphensOf(wanted.language));
    case "picture":
      return resources.givePicture(wanted.name, await source.pictureSize(wanted.name));
    case "equations": {
      const { outlineEquation } = await import("@/core/equations/outline-equation");
      return resources.giveEquations(outlineEquation);
    }
  }
}
