import { describe, expect, test } from "@jest/globals";
import { EditorState, type Transaction } from "prosemirror-state";
import { heading, paragraph } from "#tests/editing";
import { createDocument, schema, type DestinationId } from "@/core/document";
import { READY_PLANS } from "@/core/wayfinding";
import { DerivedCopy } from "./derived-copy";
import { DerivedState, type Peer } from "./derived";
import type { FromWorker, ToWorker } from "./protocol";

const linkTo = (id: string) =>
  schema.text("a link", [
    schema.marks.link.create({ target: { kind: "destination", id: id as DestinationId } }),
  ]);
const title = heading(1, "Title");
const doc = createDocument([
  title,
  paragraph("words"),
  schema.nodes.paragraph.create(null, linkTo("nowhere")),
]);

/** A worker without a thread: answers when it is asked to. */
class NearPeer implements Peer {
  onmessage: Peer["onmessage"] = null;
  readonly copy = new DerivedCopy();
  readonly heard: ToWorker[] = [];

  postMessage(message: ToWorker): void {
    this.heard.push(message);
    this.copy.take(JSON.parse(JSON.stringify(message)) as ToWorker);
  }

  answer(change: (answer: FromWorker) => FromWorker = (it) => it): void {
    this.tell(...this.copy.answers().map(change));
  }

  tell(...answers: FromWorker[]): void {
    this.onmessage?.({ data: answers } as unknown as MessageEvent<FromWorker[]>);
  }

  tellPages(revision: number, ...starts: number[]): void {
    this.tell({
      kind: "pages",
      revision,
      starts: Int32Array.from(starts),
      ranges: [],
      papers: [],
      missing: [],
    });
  }

  terminate(): void {}
}

/** A window's side, whose idle time comes at once and whose gathered steps are told by `tell`. */
function side(first = doc) {
  const peer = new NearPeer();
  let state = EditorState.create({ doc: first });
  let changes = 0;
  const derived = new DerivedState(
    first,
    () => changes++,
    () => peer,
    (work) => work(),
  );
  const dispatch = (tr: Transaction) => {
    state = state.apply(tr);
    derived.add(state.doc, tr.steps);
    (derived as unknown as { sendSteps(): void }).sendSteps();
  };
  return { peer, derived, dispatch, state: () => state, changes: () => changes };
}

describe("what is worked out beside the editing", () => {
  test("tells in a pause where the structure has findings, and stays the same while they look the same", () => {
    const { peer, derived, dispatch, state } = side(
      createDocument([title, heading(3, "Too deep"), paragraph("words ".repeat(1_000))]),
    );
    const pause = () => {
      const places = peer.copy.findingPlaces();
      if (places) peer.tell(places);
    };
    pause();
    expect(derived.findingPlaces).toEqual([]);
    peer.answer();
    pause();
    const places = derived.findingPlaces;
    expect(places).toEqual([7]);
    dispatch(state().tr.insertText("x", 1));
    // Nothing is told of a version that was not looked through yet.
    pause();
    peer.answer();
    pause();
    expect(derived.findingPlaces).toBe(places);
    dispatch(state().tr.setNodeAttribute(8, "level", 2));
    peer.answer();
    pause();
    expect(derived.findingPlaces).toEqual([]);
  });

  test("tells which links are broken, and what changes among them", () => {
    const { peer, derived, dispatch, state } = side();
    peer.answer();
    expect(derived.links).toEqual({ value: { all: 1, broken: 1 }, current: true });
    expect([...derived.broken.values()]).toEqual(["Its destination was removed."]);
    const { broken } = derived;
    dispatch(state().tr.insertText("more ", 8));
    peer.answer();
    // The same object, so that nothing is redrawn.
    expect(derived.broken).toBe(broken);
    dispatch(state().tr.delete(state().doc.content.size - 7, state().doc.content.size - 1));
    peer.answer();
    expect(derived.broken.size).toBe(0);
    expect(derived.links).toEqual({ value: { all: 0, broken: 0 }, current: true });
  });

  test("is never shown as current while the document is further", () => {
    const { peer, derived, dispatch, state } = side();
    peer.answer();
    dispatch(state().tr.insertText("x", 8));
    expect(derived.links?.current).toBe(false);
    const late: FromWorker[] = peer.copy.answers();
    dispatch(state().tr.insertText("y", 8));
    peer.tell(...late);
    expect(derived.links?.current).toBe(false);
    peer.answer();
    expect(derived.links?.current).toBe(true);
  });

  test("follows the proof only while somebody looks at it", () => {
    const { peer, derived, dispatch, state } = side();
    peer.answer();
    expect(derived.proof).toBeNull();
    const leave = derived.watchProof();
    peer.answer();
    expect(derived.proof?.value.map((finding) => finding.kind)).toEqual(["broken"]);
    leave();
    dispatch(state().tr.insertText("x", 8));
    peer.answer();
    expect(derived.proof?.current).toBe(false);
  });

  test("is given the document again when its copy does not take the steps", () => {
    const { peer, derived, dispatch, state } = side();
    peer.answer();
    peer.copy.take({
      kind: "steps",
      revision: 1,
      steps: [{ stepType: "replace", from: 0, to: 9_000 }],
    });
    dispatch(state().tr.insertText("x", 8));
    const handed = peer.heard.filter((message) => message.kind === "blocks").length;
    peer.answer();
    expect(peer.heard.filter((message) => message.kind === "blocks").length).toBeGreaterThan(handed);
    peer.answer();
    expect(derived.links).toEqual({ value: { all: 1, broken: 1 }, current: true });
  });

  test("takes a long document in pieces, and steps that come between them afterwards", () => {
    const long = createDocument([...Array.from({ length: 700 }, (_, i) => paragraph(`words ${i}`)), title]);
    const peer = new NearPeer();
    const idle: (() => void)[] = [];
    let state = EditorState.create({ doc: long });
    const derived = new DerivedState(
      long,
      () => {},
      () => peer,
      (work) => void idle.push(work),
    );
    idle.shift()!();
    const tr = state.tr.insertText("x", 1);
    state = state.apply(tr);
    derived.add(state.doc, tr.steps);
    (derived as unknown as { sendSteps(): void }).sendSteps();
    expect(peer.heard).toHaveLength(1);
    while (idle.length > 0) idle.shift()!();
    peer.answer();
    expect(peer.heard.map((message) => message.kind)).toEqual(["blocks", "blocks", "blocks", "steps"]);
    expect(derived.links).toEqual({ value: { all: 0, broken: 0 }, current: true });
    derived.close();
  });

  test("carries the beginnings of pages along until they are told again", () => {
    const { peer, derived, dispatch, state, changes } = side();
    expect(derived.pages).toBeNull();
    peer.tellPages(0, 0, 7);
    const first = derived.pages!;
    expect(first.current).toBe(true);
    expect([...first.value.starts]).toEqual([0, 7]);
    dispatch(state().tr.insertText("four", 3));
    expect(derived.pages).toMatchObject({ current: false });
    expect([...derived.pages!.value.starts]).toEqual([0, 11]);
    const carried = derived.pages!.value;
    // One of an older version is not shown; one that tells the same changes nothing that is drawn.
    peer.tellPages(0, 0, 99);
    expect(derived.pages!.value).toBe(carried);
    peer.tellPages(1, 0, 11);
    expect(derived.pages).toEqual({ value: carried, current: true });
    const before = changes();
    peer.tellPages(1, 0, 12);
    expect(changes()).toBe(before + 1);
    expect([...derived.pages!.value.starts]).toEqual([0, 12]);
  });

  test("keeps the origin of pages that only moved along with the words, whether or not they were asked for meanwhile", () => {
    const { peer, derived, dispatch, state } = side();
    peer.tellPages(0, 0, 10);
    const { origin } = derived.pages!.value;
    dispatch(state().tr.insertText("!", 3));
    peer.tellPages(1, 0, 11);
    expect(derived.pages!.value.origin).toBe(origin);
    dispatch(state().tr.insertText("!", 3));
    peer.tellPages(2, 0, 14);
    expect(derived.pages!.value.origin).not.toBe(origin);
  });

  test("keeps the drawings of the pages that are looked at, and of no others", () => {
    const { peer, derived } = side();
    const drawn = (page: number) =>
      peer.tell({
        kind: "drawing",
        revision: 0,
        page,
        drawing: { label: String(page) },
      } as unknown as FromWorker);
    derived.lookAtPages([0, 1]);
    drawn(0);
    drawn(1);
    expect([...derived.drawings.keys()]).toEqual([0, 1]);
    expect(derived.drawingsCame).toBe(2);
    derived.lookAtPages([1, 2]);
    expect([...derived.drawings.keys()]).toEqual([1]);
    expect(peer.heard.filter(({ kind }) => kind === "look-at-pages")).toHaveLength(2);
  });
});

test("what a plan would change is told of the document with all that was typed, once it is asked", () => {
  const chapters = createDocument(
    ["One", "Two", "Three"].flatMap((name) => [heading(1, name), paragraph("words")]),
  );
  const { peer, derived, dispatch, state } = side(chapters);
  peer.answer();
  expect(peer.copy.planAnswer()).toBeNull();
  dispatch(state().tr.insertText("Typed ", 1));
  const [plan] = READY_PLANS;
  derived.askAboutPlan(plan!, false, null);
  // The change has come with the question, and has to be taken in first.
  expect(peer.copy.planAnswer()).toBeNull();
  peer.answer();
  const answer = peer.copy.planAnswer();
  expect(answer).toMatchObject({ kind: "plan", effect: { built: false, before: { sections: 3 } } });
  expect(peer.copy.planAnswer()).toBeNull();
  peer.tell(structuredClone(answer!));
  expect(derived.plan?.effect.plan.name).toBe(plan!.name);
  expect(derived.plan?.effect.after.unreached).toBe(0);
});
