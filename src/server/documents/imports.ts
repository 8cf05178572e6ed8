import type { Insertable, Kysely } from "kysely";
import type { Manuscript, Picture } from "@/core/document";
import type { StepJSON } from "@/core/steps";
import { importReportSchema, type ImportReport } from "@/core/formats/import-report";
import type { DocumentSummary } from "@/threads/reading";
import type { ImportTable, Tables } from "../storage/tables";

/** A document that was read and checked elsewhere. */
export interface ReadBefore {
  /** As JSON text. */
  readonly json: string;
  readonly summary: DocumentSummary;
  /** What is told of the file from which it came. */
  readonly report?: ImportReport | null;
  /** Taken one after the other, so that memory need not hold all. */
  readonly pictures?: Iterable<Picture>;
  readonly files?: Manuscript["files"];
}

/** What a file makes of a document that stands already. */
export interface Update extends Pick<ReadBefore, "report" | "pictures" | "files"> {
  /** The version from which the steps lead. */
  readonly version: number;
  readonly steps: readonly StepJSON[];
  /** Name of who brought the file in. */
  readonly author?: string | undefined;
}

/** Keeps what is told of a file that led to a version of a document. */
export async function keepReport(
  db: Kysely<Tables>,
  id: string,
  version: number,
  report: ImportReport,
): Promise<void> {
  const row: Insertable<ImportTable> = {
    document_id: id,
    version,
    file: report.file,
    report: JSON.stringify(report),
    created_at: Date.now(),
  };
  await db
    .insertInto("imports")
    .values(row)
    .onConflict((conflict) => conflict.columns(["document_id", "version"]).doUpdateSet(row))
    .execute();
}

/** What was told of the files that were imported into a document, by the versions to which they led. */
export async function reportsOf(db: Kysely<Tables>, id: string): Promise<Map<number, ImportReport>> {
  const rows = await db
    .selectFrom("imports")
    .select(["version", "report"])
    .where("document_id", "=", id)
    .execute();
  return new Map(
    rows.flatMap(({ version, report }) => {
      const read = importReportSchema.safeParse(JSON.parse(report));
      return read.success ? [[version, read.data] as const] : [];
    }),
  );
}
