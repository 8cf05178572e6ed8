import type { Migration } from "kysely";

/** Paragraphs and lists in notes; figures, tables and equations within other blocks. */
export const form4: Migration = {
  async up() {},
};
