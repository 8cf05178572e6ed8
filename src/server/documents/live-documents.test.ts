import { afterEach, beforeEach, describe, expect, jest, test } from "@jest/globals";
import type { LiveEvent, SentSteps } from "@/core/collab";
import { LiveDocuments } from "./live-documents";

beforeEach(() => void jest.useFakeTimers());
afterEach(() => void jest.useRealTimers());

const step = (version: number): SentSteps => ({
  version,
  steps: [{ client: "a", number: version + 1, step: { stepType: "replace" } }],
});

function listening() {
  const live = new LiveDocuments();
  const heard: LiveEvent[] = [];
  const leave = live.join("doc", { client: "b", name: "Bo", onEvent: (event) => void heard.push(event) });
  jest.advanceTimersByTime(1_000);
  heard.length = 0;
  return { live, heard, leave };
}

describe("those who have a document open are told", () => {
  test("of steps that come alone at once", () => {
    const { live, heard } = listening();
    live.broadcastSteps("doc", step(0));
    expect(heard).toEqual([{ kind: "steps", since: step(0) }]);
    jest.advanceTimersByTime(1_000);
    live.broadcastSteps("doc", step(1));
    expect(heard).toHaveLength(2);
  });

  test("of steps that come close together in one event, none left out and in order", () => {
    const { live, heard } = listening();
    for (let version = 0; version < 5; version++) live.broadcastSteps("doc", step(version));
    jest.advanceTimersByTime(1_000);
    expect(heard.map((event) => event.kind === "steps" && event.since.version)).toEqual([0, 1]);
    expect(heard.flatMap((event) => (event.kind === "steps" ? event.since.steps : []))).toEqual(
      [0, 1, 2, 3, 4].flatMap((version) => step(version).steps),
    );
  });

  test("of carets that move close together in one event", () => {
    const { live, heard } = listening();
    for (let anchor = 0; anchor < 5; anchor++)
      live.updatePresence("doc", { client: "b", name: "Bo", caret: { version: 1, anchor, head: anchor } });
    jest.advanceTimersByTime(1_000);
    expect(heard).toEqual([
      {
        kind: "people",
        people: [{ client: "b", name: "Bo", caret: { version: 1, anchor: 4, head: 4 } }],
      },
    ]);
  });

  test("nothing once they have left", () => {
    const { live, heard, leave } = listening();
    live.broadcastSteps("doc", step(0));
    live.broadcastSteps("doc", step(1));
    leave();
    jest.advanceTimersByTime(1_000);
    expect(heard).toHaveLength(1);
  });
});
