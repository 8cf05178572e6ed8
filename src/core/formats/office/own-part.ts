import { z } from "zod";
import { childrenNamed, textWithin, type XmlElement } from "../xml/element";
import { escapeXml, xmlAttribute, XML_DECLARATION } from "../xml/escape-xml";

/*
 * What a file of a word processor carries that its format has no way to say: which document and version it came from, what its places are called there, and how
 * generated lists and the like are made. It stands in a part of its own, which other programs leave as it is. A clean copy has none.
 */

/** The namespace of the part. */
export const OWN_NAMESPACE = "urn:gate-rope:document:1";

/** The document and version a file was made from. */
export interface CameFrom {
  readonly document: string;
  readonly version: number;
}

/** A place as the document knows it. */
export interface OwnPlace {
  readonly id: string;
  readonly anchor: string;
  readonly aliases: readonly string[];
  /** What its author called it; null for what is no bookmark of an author. */
  readonly called: string | null;
  /** Null for what is no bookmark of an author; `part` for what only encloses a part of a place. */
  readonly kind: "range" | "point" | "block" | "part" | null;
}

/** What the part says. */
export interface OwnPart {
  readonly from: CameFrom | null;
  /** Settings of the document, as they stand in its open form. */
  readonly settings: unknown;
  /** Places by the name of their bookmark. */
  readonly places: ReadonlyMap<string, OwnPlace>;
  /** What is kept of parts of the text, by the key that they carry. */
  readonly kept: ReadonlyMap<string, unknown>;
}

export function ownPartXml({ from, settings, places, kept }: OwnPart): string {
  const lines = [
    `${XML_DECLARATION}<document xmlns="${OWN_NAMESPACE}"${xmlAttribute("id", from?.document)}${xmlAttribute("version", from?.version)}>`,
    `<settings>${escapeXml(JSON.stringify(settings))}</settings>`,
  ];
  for (const [name, place] of places)
    lines.push(`<place${xmlAttribute("name", name)}>${escapeXml(JSON.stringify(place))}</place>`);
  for (const [key, value] of kept)
    lines.push(`<kept${xmlAttribute("key", key)}>${escapeXml(JSON.stringify(value))}</kept>`);
  return `${lines.join("\n")}\n</document>\n`;
}

const placeSchema = z.strictObject({
  id: z.string().max(64),
  anchor: z.string().max(200),
  aliases: z.array(z.string().max(200)).max(1_000),
  called: z.string().max(20_000).nullable(),
  kind: z.enum(["range", "point", "block", "part"]).nullable(),
});

/** Reads the part; names carry the prefix `own`. What is not as it was written says nothing. */
export function ownPartFrom(root: XmlElement | null): OwnPart | null {
  if (root?.name !== "own:document") return null;
  const { id, version } = root.attributes;
  const places = childrenNamed(root, "own:place").flatMap((element): [string, OwnPlace][] => {
    const place = placeSchema.safeParse(json(element));
    return place.success ? [[element.attributes.name ?? "", place.data]] : [];
  });
  const kept = childrenNamed(root, "own:kept").map((element): [string, unknown] => [
    element.attributes.key ?? "",
    json(element),
  ]);
  const [settings] = childrenNamed(root, "own:settings");
  return {
    from: id && Number.isSafeInteger(Number(version)) ? { document: id, version: Number(version) } : null,
    settings: settings ? json(settings) : null,
    places: new Map(places),
    kept: new Map(kept),
  };
}

function json(element: XmlElement): unknown {
  try {
    return JSON.parse(textWithin(element)) as unknown;
  } catch {
    return null;
  }
}
