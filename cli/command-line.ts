import { parseArgs } from "node:util";
import { z } from "zod";

/** What the user asked for, checked. */
export type Command =
  | { name: "inspect"; file: string; json: boolean }
  | {
      name: "convert";
      from: string;
      to: string;
      contents: { from: number; to: number } | null;
      returns: number;
      title: string | null;
    }
  | { name: "proof"; file: string; json: boolean }
  | { name: "backup" | "restore"; file: string; data: string | null }
  | { name: "check"; json: boolean; data: string | null }
  | { name: "help" };

/** Wrong words on the command line; the message is one line. */
export class UsageError extends Error {}

const USAGE = `gate-rope inspect FILE [--json]                what is in a document
gate-rope convert IN OUT [--contents 1-3]      from one format to another, told by their endings
                  [--returns 1-2] [--title …]
gate-rope proof FILE [--json]                  what is wrong in a document
gate-rope backup FILE [--data FOLDER]          all documents and pictures into one zip file
gate-rope restore FILE [--data FOLDER]         a backup in the place of what is there, which is put aside
gate-rope check [--json] [--data FOLDER]       reads all that is stored, from end to end

Formats: .md .html .txt .gaterope.json
proof ends with 0 when nothing is adrift, 1 when something is, 2 when the file cannot be read.
The data folder is GATE_ROPE_DATA, or “data”. check ends with 0 when all is well, 1 when something is damaged.`;

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
    case "proof":
      return { name, file: one(), json: values.json ?? false };
    case "backup":
    case "restore":
      return { name, file: one(), data: values.data ?? null };
    case "check":
      if (files.length > 0) throw new UsageError("check takes no file; --data names the data folder.");
      return { name, json: values.json ?? false, data: values.data ?? null };
    case "convert": {
      const [from, to] = files;
      if (files.length !== 2 || !from || !to) throw new UsageError("convert takes two files, IN and OUT.");
      const returns = values.returns === undefined ? null : checked("--returns", values.returns);
      if (returns && returns.from !== 1) throw new UsageError("--returns: levels begin at 1, like 1-2.");
      return {
        name,
        from,
        to,
        contents: values.contents === undefined ? null : checked("--contents", values.contents),
        returns: returns?.to ?? 0,
        title: values.title ?? null,
      };
    }
    default:
      throw new UsageError(`There is no command “${name}”. Try gate-rope --help.`);
  }
}

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
        data: { type: "string" },
        help: { type: "boolean", short: "h" },
      },
    });
  } catch (error) {
    throw new UsageError(error instanceof Error ? error.message.split("\n")[0] : String(error));
  }
}

function checked(option: string, value: string): { from: number; to: number } {
  const one = /^[1-6]$/.test(value) ? `1-${value}` : value;
  const parsed = levels.safeParse(one);
  if (!parsed.success) throw new UsageError(`${option}: ${parsed.error.issues[0]!.message}.`);
  return parsed.data;
}
