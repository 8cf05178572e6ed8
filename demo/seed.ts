/** Fills the data folder with the demo documents, once: only if it holds no document yet. */
import { readFileSync, readdirSync } from "node:fs";
import path from "node:path";
import { fileURLToPath } from "node:url";
import { schema } from "@/core/document";
import { indexDocument } from "@/core/index";
import { READY_PLANS, withPlan, type Plan } from "@/core/wayfinding";
import { picturesOf, readInThread, summaryOf } from "@/threads/reading";
import {
  LOCAL_AUTHOR,
  openAuthority,
  readSettings,
  SettingsError,
  DatabaseError,
  type DocumentAuthority,
} from "@/server";

const FOLDER = fileURLToPath(new URL("../demo", import.meta.url));

/** The demo documents, the one to look at first last, so that it stands at the top of the shelf. */
const DOCUMENTS: { name: string; text: () => string; folder: string; plan: Plan | null }[] = [
  ...["winter-road-notes.txt", "instrument-handbook-draft.md", "visitor-guide.md"].map((name) => ({
    name,
    text: () => readFileSync(path.join(FOLDER, name), "utf8"),
    folder: FOLDER,
    plan: null,
  })),
  {
    name: "night-operations-manual.md",
    text: manual,
    folder: path.join(FOLDER, "night-operations-manual"),
    plan: READY_PLANS.find(({ name }) => name === "Handbook")!,
  },
];

/** The manual is kept in parts, which follow each other by the number in their names. */
function manual(): string {
  const folder = path.join(FOLDER, "night-operations-manual");
  const parts = readdirSync(folder)
    .filter((name) => name.endsWith(".md"))
    .sort();
  return parts.map((name) => readFileSync(path.join(folder, name), "utf8")).join("\n");
}

async function seed(documents: DocumentAuthority): Promise<number> {
  if ((await documents.list(LOCAL_AUTHOR)).length > 0) return 0;
  for (const { name, text, folder, plan } of DOCUMENTS) {
    const source = new TextEncoder().encode(text());
    const outcome = await readInThread(new URL("./reading-thread.mjs", import.meta.url), {
      name,
      source,
      folder,
    });
    if (!outcome.ok) throw new Error(`${name}: ${outcome.error.reason}`);
    let doc = schema.nodeFromJSON(JSON.parse(outcome.json));
    if (plan) doc = withPlan(doc, plan);
    const json = JSON.stringify(doc.toJSON());
    await documents.store(LOCAL_AUTHOR, {
      json,
      summary: summaryOf(indexDocument(doc)),
      pictures: picturesOf(outcome),
    });
  }
  return DOCUMENTS.length;
}

try {
  const { data, acceptLoss } = readSettings(process.env);
  const documents = await openAuthority(data, { acceptLoss });
  const count = await seed(documents);
  await documents.close();
  if (count > 0) console.log(`Put ${count} demo documents on the shelf.`);
} catch (error) {
  if (!(error instanceof SettingsError || error instanceof DatabaseError)) throw error;
  console.error(`gate-rope: ${error.message}`);
  process.exitCode = 1;
}
