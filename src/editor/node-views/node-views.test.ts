/** @jest-environment jsdom */
import { describe, expect, jest, test } from "@jest/globals";
import { Decoration } from "prosemirror-view";
import { createDocument, newId, schema } from "@/core/document";
import { indexDocument } from "@/core/index";
import { heading, paragraph } from "#tests/editing";
import { ComputationView } from "./computation-view";
import { ContentsListView } from "./contents-list-view";
import { EquationView } from "./equation-view";
import { FigureView } from "./figure-view";
import { NoteView } from "./note-view";
import { PictureView } from "./picture-view";
import { ReferenceView } from "./reference-view";

const { nodes } = schema;
const made = (words: string, fault = false) => [Decoration.node(0, 1, {}, { words, fault })];

describe("a note in the manuscript", () => {
  const note = (words: string, place: "foot" | "end" = "foot") =>
    nodes.note.create({ id: newId(), place }, words ? schema.text(words) : []);

  test("shows its words where the pointer rests, and that it has none", () => {
    const view = new NoteView(note("See the log."));
    expect([view.dom.tagName, view.dom.title]).toEqual(["SUP", "Footnote: See the log."]);
    expect(view.dom.classList.contains("is-empty")).toBe(false);
    expect(view.update(note("", "end"))).toBe(true);
    expect(view.dom.title).toBe("Endnote: empty");
    expect(view.dom.classList.contains("is-empty")).toBe(true);
  });

  test("is drawn again as another kind of thing", () =>
    expect(new NoteView(note("x")).update(paragraph("x"))).toBe(false));
});

describe("words that the document makes", () => {
  const reference = (linked: boolean) =>
    nodes.cross_reference.create({ target: { kind: "destination", id: newId(), was: "The dome" }, linked });

  test("stand there once they are known, and before that what the place was called", () => {
    const view = new ReferenceView(reference(true), []);
    expect([view.dom.textContent, view.dom.className]).toEqual(["The dome", "cross-reference linked"]);
    view.update(reference(false), made("Section 3"));
    expect([view.dom.textContent, view.dom.className]).toEqual(["Section 3", "cross-reference"]);
  });

  test("leave the node alone that holds the same words: a mark of misspelling stays", () => {
    const view = new ReferenceView(reference(true), made("Section 3"));
    const text = view.dom.firstChild;
    view.update(reference(true), made("Section 3"));
    expect(view.dom.firstChild).toBe(text);
  });

  test("say how they come about, and that they could not be made", () => {
    const computed = (expression: string) => nodes.computation.create({ expression });
    const view = new ComputationView(computed("words / 200"), made("12"));
    expect([view.dom.title, view.dom.textContent]).toEqual(["words / 200", "12"]);
    view.update(computed("words /"), made("?", true));
    expect(view.dom.classList.contains("faulty")).toBe(true);
  });
});

describe("a picture", () => {
  test("in a line is as high as it is said to be, or says that it is missing", () => {
    const view = new PictureView(nodes.picture.create({ picture: "a.png", alt: "A key", height: 150 }));
    const image = view.dom.querySelector("img")!;
    expect([image.alt, image.style.height]).toEqual(["A key", "1.5em"]);
    view.update(nodes.picture.create({ picture: "", alt: "A key" }));
    expect(view.dom.textContent).toBe("[A key]");
  });

  test("without words is marked, and one that only adorns is not", () => {
    const classOf = (attributes: object) =>
      new PictureView(nodes.picture.create({ picture: "a.png", ...attributes })).dom.className;
    expect(classOf({ alt: "" })).toContain("without-words");
    expect(classOf({ alt: "", decorative: true })).not.toContain("without-words");
  });

  test("that is a figure is chosen by a click on it, and its caption is written in", () => {
    const chosen = jest.fn();
    const figure = (caption: string) =>
      nodes.figure.create({ picture: "", alt: "The dome", width: 40 }, caption ? schema.text(caption) : []);
    const view = new FigureView(figure("Fig"), chosen);
    view.dom.querySelector<HTMLElement>(".picture")!.click();
    expect(chosen).toHaveBeenCalledTimes(1);
    view.contentDOM.click();
    expect(chosen).toHaveBeenCalledTimes(1);
    expect(view.dom.textContent).toContain("Picture missing: The dome");
    expect(view.dom.querySelector<HTMLElement>(".picture")!.style.width).toBe("40%");
    view.update(figure(""));
    expect(view.contentDOM.classList.contains("is-empty")).toBe(true);
  });
});

describe("a contents list in the manuscript", () => {
  const list = nodes.contents_list.create({ id: newId(), from: 1, to: 2, heading: "Contents" });
  const drawn = (...blocks: Parameters<typeof createDocument>[0][number][]) => {
    const jump = jest.fn<(id: string) => void>();
    const leave = jest.fn();
    const view = new ContentsListView(list, jump, leave);
    document.body.replaceChildren(view.dom);
    const draw = (...these: typeof blocks) => {
      const index = indexDocument(createDocument([list, ...these]));
      view.draw(index, null);
      return index;
    };
    const lines = () => [...view.dom.querySelectorAll("li")].map((line) => line.textContent);
    return { view, jump, leave, draw, lines, index: draw(...blocks) };
  };
  const buttons = (view: ContentsListView) => [...view.dom.querySelectorAll("button")];
  const press = (key: string) =>
    document.activeElement!.dispatchEvent(
      new KeyboardEvent("keydown", { key, bubbles: true, cancelable: true }),
    );

  test("has a line for each section, which leads there", () => {
    const { view, jump, lines, index } = drawn(
      heading(1, "Ropes"),
      heading(2, "Knots"),
      heading(3, "Deep"),
      heading(1, "Bells"),
    );
    expect(lines()).toEqual(["Ropes", "Knots", "Bells"]);
    expect(view.dom.getAttribute("aria-label")).toBe("Contents");
    buttons(view)[1]!.click();
    expect(jump).toHaveBeenCalledWith(index.headings[1]!.id);
  });

  test("keeps its lines while they say the same, and draws them again when they do not", () => {
    const ropes = heading(1, "Ropes");
    const titles = [ropes, ropes.type.create({ ...ropes.attrs, id: newId() }, schema.text("Bells"))];
    const same = createDocument(titles).content.content;
    const { view, draw, lines } = drawn(...same, paragraph("Words"));
    const [line] = buttons(view);
    draw(...same, paragraph("Other words"));
    expect(buttons(view)[0]).toBe(line);
    draw(...same, heading(1, "Lines"));
    expect(lines()).toEqual(["Ropes", "Bells", "Lines"]);
  });

  test("is one stop for Tab; arrows, Home and End lead within it, Escape out of it", () => {
    const { view, leave } = drawn(heading(1, "One"), heading(1, "Two"), heading(1, "Three"));
    expect(view.enter()).toBe(true);
    const at = () => document.activeElement!.textContent;
    const walked = ["ArrowDown", "ArrowDown", "ArrowDown", "Home", "End", "ArrowUp"].map((key) => {
      press(key);
      return at();
    });
    expect(walked).toEqual(["Two", "Three", "Three", "One", "Three", "Two"]);
    expect(buttons(view).map(({ tabIndex }) => tabIndex)).toEqual([-1, 0, -1]);
    press("Escape");
    expect(leave).toHaveBeenCalledTimes(1);
  });

  test("without entries says so, and is not entered", () => {
    const { view } = drawn(paragraph("Words"));
    expect(view.enter()).toBe(false);
    expect(view.dom.textContent).not.toBe("Contents");
  });

  test("keeps keys on an entry from the text, but not commands", () => {
    const { view } = drawn(heading(1, "One"));
    const [button] = buttons(view);
    const stops = (init: KeyboardEventInit) => {
      const event = new KeyboardEvent("keydown", { key: "x", ...init });
      button!.dispatchEvent(event);
      return view.stopEvent(event);
    };
    expect(stops({})).toBe(true);
    expect(stops({ ctrlKey: true })).toBe(false);
  });
});

describe("an equation in the manuscript", () => {
  const drawing = () => new Promise((done) => setTimeout(done, 300));

  test("is drawn, or shows how it is written and why it cannot be", async () => {
    const view = new EquationView(nodes.formula.create({ tex: "x^2" }));
    expect(view.dom.textContent).toBe("x^2");
    await drawing();
    expect(view.dom.querySelector(".katex")).not.toBeNull();
    view.update(nodes.formula.create({ tex: "\\frac{" }));
    await drawing();
    expect(view.dom.querySelector("code")!.textContent).toBe("\\frac{");
    expect(view.dom.classList.contains("fault")).toBe(true);
    expect(view.dom.title).not.toBe("");
  });
});
