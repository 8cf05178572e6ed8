import type { Migration } from "kysely";

/** The promises of a wayfinding plan. */
export const form6: Migration = {
  async up() {},
};
