import { parseArgs } from "node:util";
import { z } from "zod";
import { languageFrom } from "@/core/model/language";
import {
  listOfEndings,
  FORMAT_NAMES,
  FORMATS,
  READ_NAMES,
  WRITTEN_NAMES,
  type FormatName,
} from "@/core/formats/formats";
import { OPTIONS_ASKED, type PdfAsked } from "@/core/formats/options-asked";
import { pdfOptionsSchema, type PdfOptions } from "@/core/formats/pdf/options";
import { READY_PLANS, type Plan } from "@/core/wayfinding";

/** How to read a file. */
export interface Asked {
  /** With what stands around the text of a web page. */
  readonly all: boolean;
  /** Null where the file or its words tell it. */
  readonly language: string | null;
}

/** What the user asked for, checked. */
export type Command =
  | { name: "inspect"; file: string; asked: Asked; json: boolean; pages: boolean; reach: boolean }
  | {
      name: "convert";
      from: string;
      to: string;
      asked: Asked;
      contents: { from: number; to: number } | null;
      returns: number;
      /** The plan that is built; null for none. */
      plan: Plan | null;
      title: string | null;
      json: boolean;
      pdf: PdfOptions;
      /** Whether a file carries no trace of the document it came from. */
      clean: boolean;
      /** Whether signs that no font has are no failure. */
      allowMissing: boolean;
      /** Files that are kept in a PDF. */
      attach: readonly string[];
    }
  | {
      name: "site";
      from: string;
      folder: string;
      asked: Asked;
      plan: Plan | null;
      title: string | null;
      json: boolean;
      force: boolean;
    }
  | { name: "proof"; file: string; asked: Asked; json: boolean }
  | { name: "backup"; file: string; data: string | null; force: boolean }
  | { name: "restore"; file: string; data: string | null }
  | { name: "check"; json: boolean; data: string | null }
  | { name: "help" };

/** Wrong words on the command line; the message is one line. */
export class UsageError extends Error {}

const USAGE = `gate-rope inspect FILE [--json] [--pages]      what is in a document; the page of every destination;
                  [--reach]                    jumps, pages and screens to each section and back, and what is promised
gate-rope convert IN OUT [--contents 1-3]      from one format to another, told by their endings
                  [--plan handbook]             builds a plan of wayfinding, and tells what it cannot keep
                  [--returns 1-2] [--title …]   follows the links of what it wrote; --json tells all that was left out
gate-rope site IN FOLDER [--plan handbook]     pages for any web server: one for each section, with contents and steps;
                  [--title …] [--force]         follows every link; --force replaces a folder
gate-rope proof FILE [--json]                  what is wrong in a document
gate-rope backup FILE [--data FOLDER]          all documents and pictures into one zip file; --force replaces one
gate-rope restore FILE [--data FOLDER]         restores a backup; what is there is moved aside
gate-rope check [--json] [--data FOLDER]       reads all that is stored, from end to end

Each that reads a document takes --language de, where its words do not tell, and --all, with what stands around the text of a web page.
IN may end with ${listOfEndings(READ_NAMES)}, OUT with ${listOfEndings(WRITTEN_NAMES)}.
${FORMAT_NAMES.map(optionsSaid).join("")}proof ends with 0 when no link is broken, 1 when one is, 2 when the file cannot be read.
The data folder is GATE_ROPE_DATA, or “data”. check ends with 0 when all is well, 1 when something is damaged.`;

/** The options for writing a format; empty where it has none. */
function optionsSaid(name: FormatName): string {
  const options = OPTIONS_ASKED[name];
  if (options.length === 0) return "";
  const lines = options.map(
    ({ flag, takes, says }) => `  ${`--${flag} ${takes ?? ""}`.padEnd(24)} ${says}\n`,
  );
  return `With ${FORMATS[name].endings[0]}:\n${lines.join("")}`;
}

export const usage = () => USAGE;

const levels = z
  .string()
  .regex(/^[1-6]-[1-6]$/, "levels are written like 1-3")
  .transform((text) => ({ from: Number(text[0]), to: Number(text[2]) }))
  .refine(({ from, to }) => from <= to, "levels are written like 1-3");

/** Reads the words after `gate-rope`. Throws a {@link UsageError}. */
export function readCommand(words: readonly string[]): Command {
  const { positionals, values } = parse(words);
  const [name, ...files] = positionals;
  if (values.help || name === undefined || name === "help") return { name: "help" };
  const one = () => {
    if (files.length !== 1) throw new UsageError(`${name} takes one file.`);
    return files[0]!;
  };
  switch (name) {
    case "inspect":
      return {
        name,
        file: one(),
        asked: asked(values),
        json: values.json ?? false,
        pages: values.pages ?? false,
        reach: values.reach ?? false,
      };
    case "proof":
      return { name, file: one(), asked: asked(values), json: values.json ?? false };
    case "backup":
      return { name, file: one(), data: values.data ?? null, force: values.force ?? false };
    case "restore":
      return { name, file: one(), data: values.data ?? null };
    case "check":
      if (files.length > 0) throw new UsageError("check takes no file; --data names the data folder.");
      return { name, json: values.json ?? false, data: values.data ?? null };
    case "site": {
      const [from, folder] = files;
      if (files.length !== 2 || !from || !folder) throw new UsageError("site takes a file and a folder.");
      return {
        name,
        from,
        folder,
        asked: asked(values),
        plan: values.plan === undefined ? null : planCalled(values.plan),
        title: values.title ?? null,
        json: values.json ?? false,
        force: values.force ?? false,
      };
    }
    case "convert": {
      const [from, to] = files;
      if (files.length !== 2 || !from || !to) throw new UsageError("convert takes two files, IN and OUT.");
      const returns = values.returns === undefined ? null : checked("--returns", values.returns);
      if (returns && returns.from !== 1) throw new UsageError("--returns: levels begin at 1, like 1-2.");
      const pdf = values as PdfAsked;
      return {
        name,
        from,
        to,
        asked: asked(values),
        contents: values.contents === undefined ? null : checked("--contents", values.contents),
        returns: returns?.to ?? 0,
        plan: values.plan === undefined ? null : planCalled(values.plan),
        title: values.title ?? null,
        json: values.json ?? false,
        pdf: pdfOptions(pdf),
        clean: values.clean ?? false,
        allowMissing: pdf["allow-missing"] ?? false,
        attach: pdf.attach ?? [],
      };
    }
    default:
      throw new UsageError(`There is no command “${name}”. Try gate-rope --help.`);
  }
}

/** The options of all formats, as they are parsed. */
const FORMAT_FLAGS: Record<string, { type: "string" | "boolean"; multiple?: true }> = Object.fromEntries(
  FORMAT_NAMES.flatMap((name) => OPTIONS_ASKED[name]).map(({ flag, takes, several }) => [
    flag,
    { type: takes === null ? "boolean" : "string", ...(several && { multiple: true as const }) },
  ]),
);

function parse(words: readonly string[]) {
  try {
    return parseArgs({
      args: [...words],
      allowPositionals: true,
      options: {
        json: { type: "boolean" },
        contents: { type: "string" },
        returns: { type: "string" },
        title: { type: "string" },
        pages: { type: "boolean" },
        reach: { type: "boolean" },
        plan: { type: "string" },
        all: { type: "boolean" },
        language: { type: "string" },
        clean: { type: "boolean" },
        ...FORMAT_FLAGS,
        data: { type: "string" },
        force: { type: "boolean" },
        help: { type: "boolean", short: "h" },
      },
    });
  } catch (error) {
    throw new UsageError(error instanceof Error ? error.message.split("\n")[0] : String(error));
  }
}

/** A plan that comes with Gate Rope, by its name, however its words are joined and written. */
function planCalled(name: string): Plan {
  const key = (of: string) => of.toLowerCase().replace(/[^a-z]+/g, "");
  const plan = READY_PLANS.find((one) => key(one.name) === key(name));
  if (plan) return plan;
  const known = READY_PLANS.map((one) => one.name.toLowerCase().replace(/ /g, "-")).join(", ");
  throw new UsageError(`--plan: There is no plan “${name}”; there are ${known}.`);
}

function asked({ all, language }: { all?: boolean | undefined; language?: string | undefined }): Asked {
  const tag = languageFrom(language);
  if (language !== undefined && tag === null)
    throw new UsageError(`--language: “${language}” is no language tag, such as en or pt-BR.`);
  return { all: all ?? false, language: tag };
}

const RIGHTS = ["print", "coarse", "change", "copy", "read"];

function pdfOptions(values: PdfAsked & { readonly title?: string | undefined }): PdfOptions {
  const range = values.range === undefined ? null : /^(\d{1,6})(?:-(\d{1,6}))?$/.exec(values.range);
  if (range === null && values.range !== undefined)
    throw new UsageError("--range: pages are written like 3-17.");
  if (values.opening === "" || values.owner === "")
    throw new UsageError("A password has at least one letter.");
  const allowed = (values.allow ?? "print,copy,read").split(",").filter(Boolean);
  const unknown = allowed.find((right) => !RIGHTS.includes(right));
  if (unknown) throw new UsageError(`--allow: “${unknown}” is not one of ${RIGHTS.join(", ")}.`);
  const parsed = pdfOptionsSchema.safeParse({
    pages: range && { from: Number(range[1]), to: Number(range[2] ?? range[1]) },
    ...(values.outline === undefined ? {} : { outline: Number(values.outline) }),
    openAtContents: values["open-at-contents"] ?? false,
    title: values.title ?? "",
    author: values.author ?? "",
    subject: values.subject ?? "",
    keywords: values.keywords ?? "",
    ...(values.quality === undefined ? {} : { quality: Number(values.quality) }),
    tagged: !values.untagged,
    attachSource: values["attach-source"] ?? false,
    owner: values.owner ?? "",
    opening: values.opening ?? "",
    rights: {
      printing: allowed.includes("print")
        ? "highResolution"
        : allowed.includes("coarse")
          ? "lowResolution"
          : false,
      modifying: allowed.includes("change"),
      copying: allowed.includes("copy"),
      contentAccessibility: allowed.includes("read"),
    },
  });
  if (parsed.success) return parsed.data;
  const [issue] = parsed.error.issues;
  throw new UsageError(`--${issue!.path.join(".") || "option"}: ${issue!.message}.`);
}

function checked(option: string, value: string): { from: number; to: number } {
  const one = /^[1-6]$/.test(value) ? `1-${value}` : value;
  const parsed = levels.safeParse(one);
  if (!parsed.success) throw new UsageError(`${option}: ${parsed.error.issues[0]!.message}.`);
  return parsed.data;
}
