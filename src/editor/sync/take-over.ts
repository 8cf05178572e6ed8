import { ask, Refused } from "@/contract/ask";
import { getVersion } from "@/contract/versions";
import type { Node } from "prosemirror-model";
import { EditorState, type Transaction } from "prosemirror-state";
import { jsonOf, newId, schema } from "@/core/document";
import { type OwnStep, stepFromJSON } from "@/core/steps";
import { Exchange, type ExchangeOptions } from "./exchange";
import type { SyncHost } from "./sync-host";
import { displacedId, type Displaced, type StoredWaiting } from "./waiting-store";
import { inNameOf } from "./window-lock";

/** What became of what another window had left behind. */
export type TakenOver = "sent" | "later" | "displaced";

const MAX_TRY_MS = 20_000;

/**
 * Sends what a window that ended had not sent, as that window would have: on the version it built on, under its own name
 * and numbers, so that what had arrived already is not taken twice. What finds no place goes to `displaced`.
 */
export async function takeOver(
  left: StoredWaiting,
  options: Pick<ExchangeOptions, "store" | "name" | "server" | "fetch">,
  displaced: (words: Displaced) => void,
): Promise<TakenOver> {
  if (left.steps.length === 0) {
    await options.store.forget(left.document, left.client);
    return "sent";
  }
  const base = await versionOf(left, options);
  if (base === "later") return "later";
  const copy = copyOf(EditorState.create({ doc: base ?? undefined, schema }), displaced);
  const waiting = base && reapplied(left, copy);
  if (!waiting) {
    const words = wordsLeft(left);
    if (words) {
      await options.store.keepDisplaced(words);
      displaced(words);
    }
    await options.store.forget(left.document, left.client);
    return "displaced";
  }
  return new Promise((resolve) => {
    const end = (result: TakenOver) => {
      clearTimeout(timer);
      exchange.close();
      resolve(result);
    };
    const timer = setTimeout(() => end("later"), MAX_TRY_MS);
    const exchange = new Exchange(copy, {
      ...options,
      document: left.document,
      version: left.version,
      client: left.client,
      waiting,
    });
    copy.changed = () => {
      if (exchange.state.kind === "kept" && !exchange.hasUnkept)
        void exchange.settled().then(() => end("sent"));
      else if (exchange.state.kind !== "keeping" && exchange.state.kind !== "kept") end("later");
    };
  });
}

/**
 * Takes over what all windows that ended left behind for a document, and shows the words that found no place in earlier
 * ones. Answers whether anything was sent.
 */
export async function takeOverLeft(
  document: string,
  options: Pick<ExchangeOptions, "store" | "name" | "server" | "fetch">,
  displaced: (words: Displaced) => void,
): Promise<boolean> {
  const { store } = options;
  let sent = false;
  for (const words of await store.displaced(document)) displaced(words);
  for (const { client } of await store.read(document))
    await inNameOf(client, async () => {
      // Read once more: another window may have been quicker.
      const left = (await store.read(document)).find((it) => it.client === client);
      if (left && (await takeOver(left, options, displaced)) === "sent") sent ||= left.steps.length > 0;
    });
  return sent;
}

/** The document that the steps build on; null where the server does not have that version. */
async function versionOf(
  { document: id, version }: StoredWaiting,
  { server, fetch }: Pick<ExchangeOptions, "server" | "fetch">,
): Promise<Node | null | "later"> {
  try {
    const asking = { ...(server && { server }), ...(fetch && { fetch }) };
    const { document } = await ask(getVersion, { id, version: String(version) }, asking);
    return schema.nodeFromJSON(document);
  } catch (error) {
    return error instanceof Refused && error.code === "no-version" ? null : "later";
  }
}

/** Applies stored steps to a copy; null where they do not fit. */
function reapplied(left: StoredWaiting, copy: SyncHost): OwnStep[] | null {
  try {
    const tr = copy.state.tr;
    const waiting = left.steps.map(({ number, step: json }) => {
      const step = stepFromJSON(json);
      tr.step(step);
      return { number, step, inverted: step.invert(tr.docs.at(-1)!) };
    });
    copy.receive(tr);
    return waiting;
  } catch {
    return null;
  }
}

/** The words of stored steps that cannot be applied; null where there are none. */
function wordsLeft(left: StoredWaiting): Displaced | null {
  const words = left.steps.map(({ step }) => textIn(step.slice)).join("");
  if (words.trim() === "") return null;
  const block = schema.nodes.paragraph.create({ id: newId() }, schema.text(words));
  return {
    id: displacedId(left.client, left.steps[0]!),
    document: left.document,
    blocks: [jsonOf(block)],
    words,
    at: Date.now(),
  };
}

function textIn(json: unknown): string {
  if (typeof json !== "object" || json === null) return "";
  const { text, content }: { text?: unknown; content?: unknown } = json;
  if (typeof text === "string") return text;
  return Array.isArray(content) ? content.map(textIn).join("") : "";
}

function copyOf(state: EditorState, displaced: (words: Displaced) => void): SyncHost {
  return {
    state,
    settle: () => {},
    receive(tr: Transaction) {
      this.state = this.state.apply(tr);
    },
    changed: () => {},
    displaced,
    dropped: () => {},
    removed: () => {},
  };
}
