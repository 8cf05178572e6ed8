import type { Kysely, Migration } from "kysely";

/** How many links of a document are broken is called so. */
export const brokenLinks: Migration = {
  async up(db: Kysely<unknown>) {
    await db.schema.alterTable("documents").renameColumn("adrift", "broken_links").execute();
  },
};
