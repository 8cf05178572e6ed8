import type { Migration } from "kysely";

/** Index entries and comments, which an older Gate Rope does not know. */
export const form3: Migration = {
  async up() {},
};
