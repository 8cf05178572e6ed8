import type { FirstWords } from "../first-words";
import { beginsWith, comparable, saysWords, type FileProof } from "./file-proof";
import type { PromisedOfficeLink } from "./promised-office-link";

/** The links that were met in a written file, by where they lead, with their words. */
export class MetLinks {
  private readonly links = new Map<string, string[]>();

  add(to: string, words: string): void {
    const said = comparable(words);
    const known = this.links.get(to);
    if (known) known.push(said);
    else this.links.set(to, [said]);
  }

  lead(to: string): boolean {
    return this.links.has(to);
  }

  leadWith(to: string, words: string): boolean {
    return this.links.get(to)?.some((link) => saysWords(link, words)) ?? false;
  }
}

/** What was met in a written file of a place that was promised. */
export interface MetPlace {
  /** How many places have its name. */
  readonly count: number;
  /** Whether its bookmark ends. */
  readonly ends: boolean;
  /** Whether a link with the promised words leads there. */
  readonly isLed: boolean;
  /** The letters that stand there, as {@link comparable} leaves them. */
  readonly standing: () => string;
}

/** Holds what was promised against what was met. `file`: what the file is to its readers. */
export function heldAgainst(
  promised: readonly PromisedOfficeLink[],
  {
    leadsOut,
    placeOf,
    file,
  }: {
    readonly leadsOut: (address: string) => boolean;
    readonly placeOf: (name: string, words: string) => MetPlace;
    readonly file: "file" | "book";
  },
): FileProof {
  const failed = promised.flatMap(({ words, to }) => {
    const why =
      to.kind === "place"
        ? faultOf(to, placeOf(to.name, words), file)
        : leadsOut(to.address)
          ? null
          : `No link in the ${file} leads to ${to.address}.`;
    return why === null ? [] : [{ words, why }];
  });
  return { promised: promised.length, lands: promised.length - failed.length, failed };
}

function faultOf(
  { name, begins }: { readonly name: string; readonly begins: FirstWords | null },
  { count, ends, isLed, standing }: MetPlace,
  file: string,
): string | null {
  if (count === 0) return `Nothing in the ${file} is called “${name}”.`;
  if (count > 1) return `More than one place is called “${name}”.`;
  if (!ends) return `The bookmark “${name}” has no end.`;
  if (!isLed) return `No link with these words leads to “${name}”.`;
  return begins === null || beginsWith(standing(), begins)
    ? null
    : `“${begins.words}” does not stand at “${name}”.`;
}
