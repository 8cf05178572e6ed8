import { z } from "zod";
import { fromJSON } from "./from-json";
import { noticeKindSchema, type NoticeKind } from "./notice";

/**
 * What a generated list lists: sections of the whole document, or of the section it stands in; figures, tables, equations, notices; bookmarks; what is
 * flagged to come back to; all places in the order of the alphabet; or the index at the back of a book, of what was entered for it.
 */
export const LIST_KINDS = [
  "sections",
  "section",
  "figures",
  "tables",
  "equations",
  "notices",
  "bookmarks",
  "flagged",
  "alphabet",
  "entries",
] as const;
export type ListKind = (typeof LIST_KINDS)[number];

/** What an author changed by hand of one entry; the rest of it stays current. */
export interface EntryEdit {
  /** Other words for it. */
  readonly words?: string | undefined;
  /** Left out: it alone, or with the entries below it. */
  readonly out?: "entry" | "section" | undefined;
}

/** Options of a generated list beside its levels. What is absent is as it is at first. */
export interface ListOptions {
  /** `sections` where it is absent. */
  readonly of?: ListKind | undefined;
  /** For a list of notices: the kinds it shows. */
  readonly notices?: readonly NoticeKind[] | undefined;
  /** Without the numbers of headings, and the labels of figures and tables. */
  readonly plain?: true | undefined;
  /** Without the numbers of pages. */
  readonly pageless?: true | undefined;
  /** Without dots from the entries to the numbers of pages. */
  readonly leaderless?: true | undefined;
  /** All entries at one edge, whatever their level. */
  readonly flush?: true | undefined;
  /** As a tree whose branches readers fold and unfold, on screens. */
  readonly folds?: true | undefined;
  /** In so many columns, on screens. */
  readonly columns?: 2 | 3 | undefined;
  /** One after the other in a line, on screens. */
  readonly run?: true | undefined;
  /** As a menu: each entry a button. */
  readonly buttons?: true | undefined;
  /** The buttons of a menu one below the other. */
  readonly stacked?: true | undefined;
  /** As a menu of cards on screens: each entry with the first words and the first picture of its place. */
  readonly cards?: true | undefined;
  /**
   * Of a menu of buttons: in the header or footer of each page instead of where the list stands; on screens it stays in view at the upper or lower
   * edge. It shows {@link MAX_ENTRIES_IN_PAGE_LINE} entries at most.
   */
  readonly placed?: "header" | "footer" | undefined;
  /** Only what was added by hand. */
  readonly chosen?: true | undefined;
  /** Places that were added by hand, by their ids: each stands where it comes in the text, below what is before it; those that are gone are not shown. */
  readonly added?: readonly string[] | undefined;
  /** Bookmarks among the headings. */
  readonly bookmarks?: true | undefined;
  /** Only bookmarks in whose note this word stands behind a `#`. */
  readonly tag?: string | undefined;
  /** The order of the entries of a menu, by the ids of their places; those that are not named follow. */
  readonly order?: readonly string[] | undefined;
  /** Entries that were changed by hand, by the id of their place. */
  readonly entries?: Readonly<Record<string, EntryEdit>> | undefined;
}

/** How many entries fit between the margins of a page in one line. */
export const MAX_ENTRIES_IN_PAGE_LINE = 12;

export const FIRST_LIST: ListOptions = {};

/** Checks the options of a list that come from outside. */
export const listOptionsSchema: z.ZodType<ListOptions> = z.strictObject({
  of: z.enum(LIST_KINDS).optional(),
  notices: z.array(noticeKindSchema).min(1).max(5).optional(),
  plain: z.literal(true).optional(),
  pageless: z.literal(true).optional(),
  leaderless: z.literal(true).optional(),
  flush: z.literal(true).optional(),
  folds: z.literal(true).optional(),
  columns: z.union([z.literal(2), z.literal(3)]).optional(),
  run: z.literal(true).optional(),
  buttons: z.literal(true).optional(),
  stacked: z.literal(true).optional(),
  cards: z.literal(true).optional(),
  bookmarks: z.literal(true).optional(),
  placed: z.enum(["header", "footer"]).optional(),
  chosen: z.literal(true).optional(),
  added: z.array(z.string().max(64)).max(2_000).optional(),
  order: z.array(z.string().max(64)).max(20_000).optional(),
  tag: z.string().min(1).max(100).optional(),
  entries: z
    .record(
      z.string().max(64),
      z.strictObject({
        words: z.string().min(1).max(1_000).optional(),
        out: z.enum(["entry", "section"]).optional(),
      }),
    )
    .optional(),
});

/** Options as a file or the clipboard holds them; those at first for what are none. */
export function listOptionsFrom(json: string | null | undefined): ListOptions {
  return fromJSON(listOptionsSchema, json) ?? FIRST_LIST;
}
