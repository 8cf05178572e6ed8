/** Fills the data folder with the demo documents, once: only if it holds no document yet. */
import { readFileSync, readdirSync } from "node:fs";
import path from "node:path";
import { fileURLToPath } from "node:url";
import { schema, type Manuscript } from "@/core/document";
import { indexDocument } from "@/core/index";
import { READY_PLANS, withPlan, type Plan } from "@/core/wayfinding";
import { picturesOf, readInThread, summaryOf } from "@/threads/reading";
import {
  LOCAL_AUTHOR,
  openAuthority,
  fileJobs,
  readSettings,
  SettingsError,
  DatabaseError,
  type DocumentAuthority,
} from "@/server";

const FOLDER = fileURLToPath(new URL("../demo", import.meta.url));

/** The demo documents, the one to look at first last, so that it stands at the top of the shelf. */
const DOCUMENTS: {
  name: string;
  text: () => string;
  folder: string;
  plan: Plan | null;
  /** What is new in its editions, the first one first. */
  editions?: readonly string[];
}[] = [
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
    editions: ["First edition.", "With contents, menus and ways back."],
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
  for (const { name, text, folder, plan, editions = [] } of DOCUMENTS) {
    const source = new TextEncoder().encode(text());
    const outcome = await readInThread(new URL("./reading-thread.mjs", import.meta.url), {
      name,
      source,
      folder,
    });
    if (!outcome.ok) throw new Error(`${name}: ${outcome.error.reason}`);
    const plain = schema.nodeFromJSON(JSON.parse(outcome.json));
    const doc = plan ? withPlan(plain, plan) : plain;
    const json = JSON.stringify(doc.toJSON());
    const id = await documents.store(LOCAL_AUTHOR, {
      json,
      summary: summaryOf(indexDocument(doc)),
      pictures: picturesOf(outcome),
    });
    const { pictures } = await documents.manuscript(LOCAL_AUTHOR, id);
    for (const [i, note] of editions.entries())
      await publish(documents, id, { doc: i === 0 ? plain : doc, pictures }, note);
  }
  return DOCUMENTS.length;
}

async function publish(documents: DocumentAuthority, id: string, manuscript: Manuscript, note: string) {
  const jobs = fileJobs();
  const said = { version: 0, by: "Ada Fern", note, forms: ["pdf"] as const };
  const job = jobs.beginEdition(id, { manuscript }, said, documents.editions);
  while (jobs.get(id, job).state.kind === "making") await new Promise((resolve) => setTimeout(resolve, 50));
  const { state } = jobs.get(id, job);
  if (state.kind === "failed") throw new Error(state.reason);
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
