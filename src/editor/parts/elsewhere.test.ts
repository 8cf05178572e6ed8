import { afterEach, expect, jest, test } from "@jest/globals";
import { indexDocument } from "@/core/index";
import { createDocument, schema, type DestinationId } from "@/core/document";
import { Elsewhere } from "./elsewhere";

const TARGET = { kind: "document", document: "guide", id: "lamps" as DestinationId } as const;
const PLACE = { title: "The guide", place: "Lamps", anchor: "lamps" };
const index = indexDocument(
  createDocument([
    schema.nodes.paragraph.create(null, schema.text("wick", [schema.marks.link.create({ target: TARGET })])),
  ]),
);

/** What the server says, one after the other; the last for good. */
function serverThatSays(...answers: (object | string | Promise<object | string>)[]): () => number {
  let asked = 0;
  globalThis.fetch = (async () => {
    const answer = await answers[Math.min(asked++, answers.length - 1)];
    return Response.json({ places: { "guide lamps": answer } });
  }) as typeof fetch;
  return () => asked;
}

const fetchOfNode = globalThis.fetch;
afterEach(() => {
  jest.useRealTimers();
  globalThis.fetch = fetchOfNode;
});

test("a place that comes a little later than the link to it is found without anybody's doing", async () => {
  jest.useFakeTimers();
  const asked = serverThatSays("no-place", "no-place", PLACE);
  const elsewhere = new Elsewhere({ id: "book", index }, () => {});
  elsewhere.linksChanged();
  await jest.advanceTimersByTimeAsync(500);
  expect(elsewhere.library.find(TARGET)).toBe("no-place");
  await jest.advanceTimersByTimeAsync(5_000);
  expect(elsewhere.library.find(TARGET)).toEqual(PLACE);
  await jest.advanceTimersByTimeAsync(60_000);
  expect(asked()).toBe(3);
});

test("a place that stays away is not asked for for ever, nor by a window that was left", async () => {
  jest.useFakeTimers();
  let asked = serverThatSays("no-document");
  new Elsewhere({ id: "book", index }, () => {}).linksChanged();
  await jest.advanceTimersByTimeAsync(600_000);
  expect(asked()).toBe(4);
  asked = serverThatSays("no-document");
  const left = new Elsewhere({ id: "book", index }, () => {});
  left.linksChanged();
  await jest.advanceTimersByTimeAsync(500);
  left.close();
  await jest.advanceTimersByTimeAsync(60_000);
  expect(asked()).toBe(1);
});

test("an answer that comes late does not stand over that to a later question", async () => {
  jest.useFakeTimers();
  serverThatSays(new Promise((done) => setTimeout(() => done("no-place"), 3_000)), PLACE);
  const elsewhere = new Elsewhere({ id: "book", index }, () => {});
  elsewhere.linksChanged();
  await jest.advanceTimersByTimeAsync(500);
  void elsewhere.refresh();
  await jest.advanceTimersByTimeAsync(10_000);
  expect(elsewhere.library.find(TARGET)).toEqual(PLACE);
  elsewhere.close();
});
