/** @jest-environment jsdom */
import { afterEach, beforeEach, describe, expect, jest, test } from "@jest/globals";
import { EditorState } from "prosemirror-state";
import { EditorView } from "prosemirror-view";
import { createDocument, newId, schema } from "@/core/document";
import { indexDocument } from "@/core/index";
import { UNKNOWN_LIBRARY } from "@/core/links";
import { paragraph } from "#tests/editing";
import { AccessibleNames } from "./accessible-names";

/** A heading and a link to it, drawn, with what gives them their names. */
function drawn() {
  const id = newId();
  const dome = schema.nodes.heading.create({ id, level: 1 }, schema.text("The dome"));
  const linked = schema.text("see it", [
    schema.marks.link.create({ target: { kind: "destination", id, was: "" } }),
  ]);
  const doc = createDocument([dome, schema.nodes.paragraph.create(null, linked)]);
  const view = new EditorView(document.body, { state: EditorState.create({ doc }) });
  const known = { index: indexDocument(doc), elsewhere: { library: UNKNOWN_LIBRARY } };
  const looked = jest.fn(() => [view.dom]);
  const link = () => view.dom.querySelector("a.link")!;
  return { dome, view, known, looked, link, names: new AccessibleNames(view, known, looked) };
}

describe("names for assistive tools", () => {
  beforeEach(() => void jest.useFakeTimers());
  afterEach(() => void jest.useRealTimers());

  test("come in a pause: a run of keys does not pay for them with each key", () => {
    const { names, looked, link } = drawn();
    for (let key = 0; key < 8; key++) {
      names.soon();
      jest.advanceTimersByTime(100);
    }
    expect(looked).not.toHaveBeenCalled();
    jest.advanceTimersByTime(400);
    expect(looked).toHaveBeenCalledTimes(1);
    expect(link().getAttribute("aria-description")).toBe("leads to The dome");
  });

  test("come within a second or so where writing does not pause", () => {
    const { names, looked } = drawn();
    for (let key = 0; key < 30; key++) {
      names.soon();
      jest.advanceTimersByTime(100);
    }
    expect(looked.mock.calls.length).toBeGreaterThanOrEqual(2);
    expect(looked.mock.calls.length).toBeLessThanOrEqual(4);
  });

  test("are given to what was drawn again, and to all that may be called otherwise", () => {
    const { names, known, link, dome } = drawn();
    names.soon();
    jest.advanceTimersByTime(500);
    const renamed = createDocument([
      dome.copy(dome.content.replaceChild(0, schema.text("The roof"))),
      paragraph("x"),
    ]);
    known.index = indexDocument(renamed);
    names.soon("fresh");
    jest.advanceTimersByTime(500);
    expect(link().getAttribute("aria-description")).toBe("leads to The dome");
    names.soon();
    names.soon("fresh");
    jest.advanceTimersByTime(500);
    expect(link().getAttribute("aria-description")).toBe("leads to The roof");
  });

  test("are not given any more once the view is gone", () => {
    const { names, looked } = drawn();
    names.soon();
    names.stop();
    jest.advanceTimersByTime(5_000);
    expect(looked).not.toHaveBeenCalled();
  });
});
