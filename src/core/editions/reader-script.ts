import { fixedWords } from "@/core/document";
import { readerWords, type ReaderWords } from "./reader-words";

/** What the program of a page knows of its edition. */
export interface ReaderSettings {
  readonly language: string;
  /** The files by which it is searched, beside the first page. */
  readonly worker: string;
  readonly index: string;
  readonly places: string;
  /** The pages that lead on to anchors whose names on a disk are not the anchors themselves. */
  readonly leads: Readonly<Record<string, string>>;
  /** Which edition it is; null where editions are not counted. */
  readonly issue: number | null;
}

/** What the program of a page is told before it starts. */
export interface ReaderKnows extends Omit<ReaderSettings, "language"> {
  readonly words: ReaderWords & {
    readonly search: string;
    readonly nothingFound: string;
    readonly contents: string;
    /** A printed page, with `{}` for its number. */
    readonly page: string;
  };
}

/** The program of a page with what it knows of its edition. */
export function readerScript(program: string, { language, ...settings }: ReaderSettings): string {
  const { search, nothingFound, lists, page } = fixedWords(language);
  const knows: ReaderKnows = {
    ...settings,
    words: { ...readerWords(language), search, nothingFound, contents: lists.sections, page: page("{}") },
  };
  return `globalThis.gateRopeReader=${JSON.stringify(knows)};\n${program}`;
}
