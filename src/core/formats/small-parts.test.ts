import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { fromBase64, toBase64 } from "./base64";
import { attribute, escapeHtml } from "./html/escape";
import { alignmentOf, declarations, marksOfElement } from "./html/inline-marks";
import { DropLog } from "./intake/drop-log";
import { LinkPromises } from "./intake/link-promises";
import { titleFromName } from "./intake/read-context";
import { newId } from "@/core/document";

describe("base64", () => {
  test("gives any bytes back", () => {
    fc.assert(
      fc.property(fc.uint8Array({ maxLength: 500 }), (bytes) =>
        expect(fromBase64(toBase64(bytes))).toEqual(bytes),
      ),
    );
  });

  test("of a large picture does not exhaust the stack, and of damaged text is null", () => {
    const large = new Uint8Array(3_000_000).fill(7);
    expect(fromBase64(toBase64(large))).toHaveLength(3_000_000);
    expect(fromBase64("§§")).toBeNull();
  });
});

describe("text in HTML", () => {
  test("holds no sign that could begin or end markup", () => {
    fc.assert(fc.property(fc.string(), (text) => expect(escapeHtml(text)).not.toMatch(/[<>"]/)));
    expect(escapeHtml('a & b < c > "d"')).toBe("a &amp; b &lt; c &gt; &quot;d&quot;");
  });

  test("an attribute is left out when it is empty", () => {
    expect(attribute("id", "a&b")).toBe(' id="a&amp;b"');
    for (const nothing of ["", null, undefined]) expect(attribute("id", nothing)).toBe("");
  });
});

describe("what is kept of a style", () => {
  const marks = (style: string) =>
    marksOfElement("span", new Map([["style", style]])).map((mark) => mark.type.name);

  test.each([
    ["font-weight: bold", ["strong"]],
    ["FONT-WEIGHT: 700 !important", ["strong"]],
    ["color: #000", []],
    ["color: rgb(14, 90, 94)", ["colour"]],
    ["font-size: 125%", ["size"]],
    ["font-size: 9999%", []],
    ["text-decoration: underline line-through", ["underline", "strike"]],
    ["background: url(x); position: fixed", []],
  ])("%j", (style, names) => expect(marks(style)).toEqual(names));

  test("alignment by style goes before the old attribute", () => {
    expect(
      alignmentOf(
        new Map([
          ["style", "text-align: right"],
          ["align", "center"],
        ]),
      ),
    ).toBe("right");
    expect(alignmentOf(new Map([["align", "CENTER"]]))).toBe("center");
    expect(alignmentOf(new Map())).toBeNull();
    expect([...declarations("a:b;;c : d ;e")]).toEqual([
      ["a", "b"],
      ["c", "d"],
    ]);
  });
});

test("promised targets are settled by exact anchor, then without regard to case, then by what else is found", () => {
  const promises = new LinkPromises();
  const [exact, folded, other, missing] = ["Log", "LOG", "derived", "none"].map((anchor) =>
    promises.targetOf(anchor),
  );
  const [id, second] = [newId(), newId()];
  expect(promises.stands("Log", id)).toBe(true);
  expect(promises.stands("Log", second)).toBe(false);
  const around = promises.spokenOfAt("Log", true);
  const alone = promises.spokenOfAt("derived", true);
  const block = newId();
  promises.settle(
    (anchor) => (anchor === "derived" ? second : undefined),
    (place) => (place === id ? block : undefined),
  );
  // What stands in no block is spoken of itself.
  expect([around.id, alone.id]).toEqual([block, second]);
  expect([exact, folded, other]).toEqual(
    [id, id, second].map((found) => ({ kind: "destination", id: found })),
  );
  expect(missing).toMatchObject({ was: "none" });
});

test("what is left out is counted by kind; a title is made of a file's name", () => {
  const log = new DropLog();
  for (const what of ["script", "script", "frame"]) log.add(what, "why");
  expect(log.entries.map(({ what, count }) => [what, count])).toEqual([
    ["script", 2],
    ["frame", 1],
  ]);
  expect(titleFromName("night_operations-manual.gaterope.json")).toBe("Night operations manual");
  expect(titleFromName("a.b.md")).toBe("A.b");
});
