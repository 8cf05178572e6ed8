import { LEADS } from "./addresses";
import { FileNames } from "./file-names";
import { leadPage } from "./page-html";

/** The file of the page that leads on to each anchor. */
export function leadFiles(anchors: Iterable<string>): Map<string, string> {
  const names = new FileNames();
  return new Map(Array.from(anchors, (anchor) => [anchor, `${LEADS}/${names.next(anchor, ".html")}`]));
}

/** The pages that only lead on, by their files. `anchors`: where each anchor stands, as an address beside the first page. */
export function* leadPages(
  about: { readonly title: string; readonly language: string },
  anchors: Iterable<readonly [string, string]>,
): Generator<[file: string, html: string], void> {
  const all = new Map(anchors);
  for (const [anchor, file] of leadFiles(all.keys())) yield [file, leadPage(about, `../${all.get(anchor)!}`)];
}
