import type { Migration } from "kysely";

/** Page sections. */
export const form5: Migration = {
  async up() {},
};
