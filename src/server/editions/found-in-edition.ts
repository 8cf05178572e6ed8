import { escapeHtml } from "@/core/formats/html/escape";
import { BASE, SAID } from "@/core/editions/served";
import { naming } from "@/core/editions/naming";
import { readerWords } from "@/core/editions/reader-words";
import { similarNames } from "@/core/editions/similar-names";
import { FIRST, LEADS } from "@/core/editions/addresses";
import type { EditionRecord, StoredFile } from "@/core/editions/manifest";
import { decodeSafely } from "@/core/model/address";
import type { EditionStore, OpenEdition } from "./edition-store";

/** What a reader gets who asks for an address of an edition. */
export type FoundInEdition =
  | {
      readonly kind: "file";
      readonly file: StoredFile;
      readonly path: string;
      readonly notice: string | null;
    }
  /** Somewhere else, as an address on this server. */
  | { readonly kind: "lead"; readonly address: string }
  | { readonly kind: "said"; readonly status: 404 | 410; readonly html: string }
  | { readonly kind: "newest"; readonly newest: Pick<EditionRecord, "number" | "at" | "note"> | null };

/** The address of a document's editions. */
export const READ = "/read/";
/** What stands in an address before the number of an edition, and of the living text, which is not answered here. */
const [EDITION, LIVING] = ["edition", "living"];
/** Tells which edition is the newest. */
export const NEWEST = "newest.json";

/**
 * What stands at an address, by its path as it was sent. Null for what is no address of an edition: those of other things, and of documents that were never
 * published.
 */
export function foundInEdition(store: EditionStore, path: string): FoundInEdition | null {
  if (!path.startsWith(READ)) return null;
  const [document = "", ...rest] = path.slice(READ.length).split("/").map(decodeSafely);
  if (rest[0] === LIVING) return null;
  const all = store.shown(document);
  if (all.length === 0) return null;
  const base = `${READ}${encodeURIComponent(document)}/`;
  if (rest.length === 0) return { kind: "lead", address: base };
  const newest = store.newest(document);
  if (rest[0] === NEWEST && rest.length === 1)
    return { kind: "newest", newest: newest && { number: newest.number, at: newest.at, note: newest.note } };
  if (rest[0] !== EDITION)
    return newest
      ? within(store.edition(document, newest.number)!, base, rest, null)
      : withdrawn(store.edition(document, all.at(-1)!.number)!, base, false);
  const record = all.find(({ number }) => String(number) === rest[1]);
  if (!record) return { kind: "lead", address: base };
  const own = `${base}${EDITION}/${record.number}/`;
  if (rest.length === 2) return { kind: "lead", address: own };
  const edition = store.edition(document, record.number)!;
  if (record.withdrawnAt !== null) return withdrawn(edition, base, newest !== null);
  const isOld = newest !== null && newest.number > record.number;
  return within(edition, own, rest.slice(2), isOld ? base : null);
}

/** `newest`: the address of the newest edition, for one that is older. */
function within(
  edition: OpenEdition,
  base: string,
  rest: readonly string[],
  newest: string | null,
): FoundInEdition {
  const path = rest.join("/") || FIRST;
  const file = edition.files.get(path);
  if (file) {
    const notice = newest === null || !path.endsWith(".html") ? null : noticeHtml(edition, newest);
    return { kind: "file", file, path, notice };
  }
  const asked = rest[0] === LEADS ? rest.slice(1).join("/") : path;
  // A page of an earlier edition is named after an anchor.
  for (const anchor of [asked, asked.replace(/\.html$/, "")]) {
    const address = edition.anchors.get(anchor);
    if (address !== undefined) return { kind: "lead", address: base + address };
  }
  const says = readerWords(edition.manifest.language);
  const name = asked.replace(/\.html$/, "");
  const near = similarNames(name, edition.manifest.places, ({ n, h }) => `${n} ${anchorIn(h)}`);
  const list =
    near.length === 0
      ? ""
      : `<h2>${escapeHtml(says.nearest)}</h2>\n<ul>${near.map(({ n, h }) => `<li><a href="${escapeHtml(base + h)}">${escapeHtml(n)}</a></li>`).join("")}</ul>`;
  return said(edition, base, 404, `<h1>${escapeHtml(naming(says.noPlace, name))}</h1>\n${list}`);
}

function anchorIn(address: string): string {
  return decodeSafely(address.split("#")[1] ?? "");
}

function noticeHtml({ manifest: { language } }: OpenEdition, newest: string): string {
  const says = readerWords(language);
  return `<p class="older">${escapeHtml(says.older)} <a href="${escapeHtml(newest)}">${escapeHtml(says.toNewest)}</a></p>`;
}

function withdrawn(edition: OpenEdition, base: string, hasNewest: boolean): FoundInEdition {
  const says = readerWords(edition.manifest.language);
  const link = hasNewest ? `<p><a href="${escapeHtml(base)}">${escapeHtml(says.toNewest)}</a></p>` : "";
  return said(edition, base, 410, `<h1>${escapeHtml(says.withdrawn)}</h1>\n${link}`);
}

function said({ manifest }: OpenEdition, base: string, status: 404 | 410, html: string): FoundInEdition {
  return {
    kind: "said",
    status,
    html: manifest.missing
      .split(BASE)
      .join(escapeHtml(base))
      .replace(SAID, () => html),
  };
}
