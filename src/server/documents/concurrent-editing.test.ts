import { afterAll, beforeAll, describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { sql } from "kysely";
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import type { Node } from "prosemirror-model";
import {
  Author,
  EDITS,
  Letters,
  MAY_REMOVE,
  lettersLeading,
  lettersOf,
  plain,
  type Edit,
} from "#tests/authors";
import { heading, list, paragraph } from "#tests/editing";
import { createDocument, idOf } from "@/core/document";
import type { SentSteps } from "@/core/collab";
import { isServerError, LOCAL_AUTHOR, openAuthority, type DocumentAuthority } from "..";
import { runs } from "#tests/runs";

let folder: string;
let documents: DocumentAuthority;

beforeAll(async () => {
  folder = mkdtempSync(path.join(tmpdir(), "gate-rope-hands-"));
  documents = await openAuthority(folder);
  // What survives a power failure is tested elsewhere.
  await sql`pragma synchronous = off`.execute(documents["db"]);
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));

const edit: fc.Arbitrary<Edit> = fc.record({
  kind: fc.constantFrom(...EDITS),
  at: fc.nat(5_000),
  size: fc.nat(50),
  to: fc.nat(50),
});

type Turn =
  | { do: "edit"; who: number; edit: Edit }
  | { do: "send"; who: number; lost: boolean }
  | { do: "answer"; who: number }
  | { do: "hear"; who: number };

const turn: fc.Arbitrary<Turn> = fc.oneof(
  { weight: 6, arbitrary: fc.record({ do: fc.constant("edit" as const), who: fc.nat(2), edit }) },
  {
    weight: 2,
    arbitrary: fc.record({
      do: fc.constant("send" as const),
      who: fc.nat(2),
      lost: fc.integer({ min: 0, max: 9 }).map((n) => n === 0),
    }),
  },
  { weight: 2, arbitrary: fc.record({ do: fc.constant("answer" as const), who: fc.nat(2) }) },
  { weight: 2, arbitrary: fc.record({ do: fc.constant("hear" as const), who: fc.nat(2) }) },
);

function firstDocument(letters: Letters): Node {
  const word = () => letters.word(6);
  return createDocument([
    heading(1, word()),
    paragraph(word()),
    paragraph(word()),
    heading(2, word()),
    list(word(), word()),
    paragraph(word()),
    heading(1, word()),
    paragraph(word()),
  ]);
}

/** A session of several authors at one document of the real authority, whose messages come whenever they come. */
class Session {
  readonly authors: Author[];
  readonly removed = new Set<string>();
  private readonly answers = new Map<Author, { since: SentSteps | null }>();
  private known: string;

  private constructor(
    readonly id: string,
    count: number,
    first: Node,
    readonly letters: Letters,
  ) {
    this.known = first.textContent;
    this.authors = Array.from({ length: count }, (_, i) => new Author(`author ${i}`, first, letters));
  }

  static async begin(count: number): Promise<Session> {
    const letters = new Letters();
    const first = firstDocument(letters);
    return new Session(await documents.create(LOCAL_AUTHOR, first), count, first, letters);
  }

  async play(turn: Turn): Promise<void> {
    const author = this.authors[turn.who % this.authors.length]!;
    if (turn.do === "edit") author.edit(turn.edit);
    else if (turn.do === "send") await this.send(author, turn.lost);
    else if (turn.do === "answer") this.answer(author);
    else author.take((await documents.since(LOCAL_AUTHOR, this.id, author.own.version))!);
  }

  /** What an author sends arrives; its answer waits, or is lost on the way. */
  private async send(author: Author, lost: boolean): Promise<void> {
    if (this.answers.has(author) || author.own.waiting.length === 0) return;
    const request = author.request();
    let since: SentSteps | null;
    try {
      since = await documents.append(LOCAL_AUTHOR, this.id, request);
    } catch (error) {
      if (!isServerError(error) || !error.details.since) throw error;
      since = error.details.since as SentSteps;
    }
    const after = (await this.doc()).textContent;
    const kinds = request.steps.map(({ number }) => author.kinds.get(number)!);
    for (const letter of this.known)
      if (!after.includes(letter)) {
        expect(kinds.some((kind) => MAY_REMOVE.includes(kind))).toBe(true);
        // What was written inside of what somebody takes away goes with it; what they had seen and left does not.
        if (!author.left.has(letter)) this.removed.add(letter);
      }
    this.known = after;
    if (!lost) this.answers.set(author, { since });
  }

  private answer(author: Author): void {
    const answer = this.answers.get(author);
    if (!answer?.since) return;
    this.answers.delete(author);
    author.take(answer.since);
  }

  async doc(): Promise<Node> {
    return (await documents.read(LOCAL_AUTHOR, this.id)).index.doc;
  }

  /** All messages arrive. */
  async settle(): Promise<Node> {
    for (let round = 0; round < 100; round++) {
      for (const author of this.authors) {
        this.answer(author);
        await this.send(author, false);
        this.answer(author);
      }
      for (const author of this.authors)
        author.take((await documents.since(LOCAL_AUTHOR, this.id, author.own.version))!);
      if (this.authors.every((author) => author.own.waiting.length === 0)) return this.doc();
    }
    throw new Error("the authors never came to rest");
  }
}

describe("several authors at one document", () => {
  test("end with the same document, whatever they do and however late they hear of each other", async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.integer({ min: 2, max: 3 }),
        fc.array(turn, { minLength: 5, maxLength: 60 }),
        async (count, turns) => {
          const session = await Session.begin(count);
          for (const one of turns) await session.play(one);
          const doc = await session.settle();
          doc.check();
          for (const author of session.authors) expect(plain(author.state.doc)).toEqual(plain(doc));
          const ids = doc.content.content.map((block) => idOf(block)!);
          expect(ids.every(Boolean)).toBe(true);
          expect(new Set(ids).size).toBe(ids.length);
          expectLettersKept(session, doc, turns);
        },
      ),
      { numRuns: runs(500), endOnFailure: true },
    );
  }, 1_200_000);
});

function expectLettersKept(session: Session, doc: Node, turns: readonly Turn[]): void {
  const text = doc.textContent;
  const shown = session.authors
    .flatMap((author) => author.displaced.map((block) => block.textContent))
    .join("");
  const typed = session.letters.given;
  // Two who cut and paste the same words have them twice.
  const pasted = turns.some((it) => it.do === "edit" && it.edit.kind === "paste");
  for (const letter of typed) {
    const times = text.split(letter).length - 1;
    if (!pasted) expect(times).toBeLessThanOrEqual(1);
    if (times === 0)
      expect([
        letter.codePointAt(0),
        session.removed.has(letter) ||
          shown.includes(letter) ||
          session.authors.some((author) => author.removed.has(letter)),
      ]).toEqual([letter.codePointAt(0), true]);
  }
  const covering = session.authors.flatMap(({ marked, linked }) => [
    ...marked.map(({ id, ...put }) => ({ ...put, now: lettersOf(doc, id) })),
    ...linked.map(({ target, ...put }) => ({ ...put, now: lettersLeading(doc, target) })),
  ]);
  for (const { letters, before, now } of covering)
    for (const letter of now)
      // A bookmark or link covers what it covered, and what was written or pasted inside of it since.
      if (before.includes(letter) && !session.authors.some((author) => author.pasted.has(letter)))
        expect(letters).toContain(letter);
}
