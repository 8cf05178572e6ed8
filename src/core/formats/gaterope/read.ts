import type { z } from "zod";
import {
  contentOf,
  createDocument,
  MAX_NODE_DEPTH,
  MAX_FILE_BYTES,
  pictureName,
  recognisePicture,
  schema,
  withoutComments,
  type Manuscript,
  type Picture,
} from "@/core/document";
import { faultMessage, schemaFault } from "@/core/schema-fault";
import { fromBase64 } from "../base64";
import { LIMITS, TOO_MANY_BLOCKS } from "../intake/limits";
import type { ReadContext } from "../intake/read-context";
import { ReadError } from "../intake/read-error";
import { FORM, newerForm } from "./form";
import { fileSchema } from "./file-schema";
import { placeBeside } from "./write";

/** Reads a `.gaterope.json` file. It is checked whole before anything is made of it. */
export function readGateRope(text: string, context: ReadContext): Manuscript {
  const json = parseJson(text);
  const newer = newerForm(json);
  if (newer !== null)
    throw new ReadError(
      `The file is in form ${newer}, which a newer Gate Rope writes; this one reads forms up to ${FORM}.`,
    );
  checkSize(json);
  context.progress(0.3);
  const parsed = fileSchema.safeParse(json);
  if (!parsed.success) {
    throw new ReadError(`The file is not a Gate Rope document: ${faultMessage(schemaFault(parsed.error))}.`);
  }
  context.progress(0.6);
  const { document, pictures, files = {} } = parsed.data;
  try {
    const doc = withoutComments(schema.nodeFromJSON(document));
    doc.check();
    const whole = createDocument(doc.content.content);
    return {
      doc: doc.copy(whole.content),
      pictures: readPictures(pictures, context),
      files: readFiles(files, context),
    };
  } catch (error) {
    throw new ReadError(
      `The file is not a Gate Rope document: ${error instanceof Error ? error.message : "it cannot be built"}.`,
    );
  }
}

function parseJson(text: string): unknown {
  try {
    return JSON.parse(text.replace(/^\uFEFF/, ""));
  } catch (error) {
    const message = error instanceof Error ? error.message : "";
    const position = Number(
      /position (\d+)/.exec(message)?.[1] ?? (/end of JSON/.test(message) ? text.length : NaN),
    );
    const line = Number.isNaN(position) ? null : text.slice(0, position).split("\n").length;
    const cut = Number.isNaN(position) || position >= text.trimEnd().length;
    throw new ReadError(
      cut ? "The file is cut off: its JSON does not end." : "The file is not valid JSON.",
      line,
    );
  }
}

/** A node takes two levels of a file; around all of them and within a mark there are some more. */
const MAX_JSON_DEPTH = 2 * MAX_NODE_DEPTH + 20;

/** Depth and number of nodes are bounded before anything recursive sees the file. */
function checkSize(json: unknown): void {
  const stack: { value: unknown; depth: number }[] = [{ value: json, depth: 0 }];
  let blocks = 0;
  for (let next = stack.pop(); next; next = stack.pop()) {
    const { value, depth } = next;
    if (typeof value !== "object" || value === null) continue;
    if (depth > MAX_JSON_DEPTH) throw new ReadError("The file is nested deeper than any Gate Rope document.");
    if (!Array.isArray(value) && "type" in value && !("text" in value) && ++blocks > LIMITS.blocks * 4)
      throw new ReadError(TOO_MANY_BLOCKS);
    for (const inside of Object.values(value)) stack.push({ value: inside, depth: depth + 1 });
  }
}

function readPictures(
  stored: z.infer<typeof fileSchema>["pictures"],
  context: ReadContext,
): Map<string, Picture> {
  const pictures = new Map<string, Picture>();
  for (const [name, { data }] of Object.entries(stored)) {
    const bytes = data === undefined ? context.pictureAt(placeBeside(name)) : fromBase64(data);
    const picture = bytes && bytes.length <= LIMITS.pictureBytes ? recognisePicture(bytes) : null;
    if (picture && pictureName(picture) === name) pictures.set(name, picture);
    else
      context.dropped.add(
        "picture that cannot be shown",
        "Its bytes are damaged, not those its name tells, or not there.",
      );
  }
  return pictures;
}

function readFiles(stored: Readonly<Record<string, string>>, context: ReadContext): Map<string, Uint8Array> {
  const files = new Map<string, Uint8Array>();
  for (const [content, data] of Object.entries(stored)) {
    const bytes = fromBase64(data);
    if (bytes && bytes.length <= MAX_FILE_BYTES && contentOf(bytes) === content) files.set(content, bytes);
    else context.dropped.add("attached file that is damaged", "Its bytes are not those its name tells.");
  }
  return files;
}
