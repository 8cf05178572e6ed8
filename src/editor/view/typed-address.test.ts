import { describe, expect, test } from "@jest/globals";
import { Desk, paragraph } from "#tests/editing";
import { schema } from "@/core/document";
import { linkRange } from "../commands/links";
import { typedAddress } from "./typed-address";

const found = (words: string) => {
  const one = new Desk([paragraph(words)]);
  const end = 1 + words.length;
  const address = typedAddress(one.doc.resolve(end));
  return address && [words.slice(address.from + words.length, address.to + words.length), address.target];
};

describe("an address that was typed", () => {
  test.each<[string, string, object]>([
    [
      "see https://a.example/x?y=1#z",
      "https://a.example/x?y=1#z",
      { kind: "web", url: "https://a.example/x?y=1#z" },
    ],
    ["www.example.org", "www.example.org", { kind: "web", url: "https://www.example.org" }],
    ["(http://a.example/b).", "http://a.example/b", { kind: "web", url: "http://a.example/b" }],
    [
      "ask tove.lark@example.org,",
      "tove.lark@example.org",
      { kind: "mail", address: "tove.lark@example.org" },
    ],
  ])("%s", (words, typed, target) => expect(found(words)).toEqual([typed, target]));

  test.each(["plain words", "www.", "a@b", "javascript://x", "x.https", "5 @ 3.example"])(
    "is not in “%s”",
    (words) => expect(found(words)).toBeNull(),
  );

  test("stays as it is in code and where it is a link already", () => {
    const code = new Desk([schema.nodes.code_block.create(null, schema.text("https://a.example"))]);
    expect(typedAddress(code.doc.resolve(18))).toBeNull();
    const one = new Desk([paragraph("https://a.example")]);
    one.dispatch(linkRange(one.state.tr, 1, 18, { kind: "web", url: "https://b.example" }));
    expect(typedAddress(one.doc.resolve(18))).toBeNull();
  });
});
