import { expect, test } from "@jest/globals";
import { Desk, heading, paragraph } from "#tests/editing";
import { schema, type DestinationId } from "@/core/document";
import { linkRange } from "../commands/links";
import { setLevel } from "../commands/levels";
import { DocumentChange } from "./document-change";
import { permanentIds } from "../plugins/permanent-ids";
import { levelsMessage } from "./levels-message";

function told(level: number | null, words: string, linked = false): string | null {
  const list = schema.nodes.contents_list.create({ heading: "Contents", from: 1, to: 2 });
  const desk = new Desk(
    [list, heading(1, "One"), heading(3, "Deep"), heading(2, "Two"), paragraph("see two")],
    [permanentIds()],
  );
  if (linked) {
    const id = desk.index.headings.find(({ name }) => name === words)!.id as DestinationId;
    const { from, to } = desk.select("see").state.selection;
    desk.dispatch(linkRange(desk.state.tr, from, to, { kind: "destination", id }));
  }
  desk.select(words);
  const before = desk.doc;
  desk.run(setLevel(level ?? 0));
  return levelsMessage(new DocumentChange(before, desk.doc), desk.index);
}

test.each<[number | null, string, boolean, string | null]>([
  [3, "Two", false, "“Two” left the list “Contents”."],
  [2, "Deep", false, "“Deep” joined the list “Contents”."],
  [1, "Two", false, null],
  [4, "Deep", true, null],
  [null, "Two", false, "“Two” left the list “Contents”."],
  [null, "Two", true, "“Two” left the list “Contents”. The link that leads there still lands."],
  [null, "Deep", true, "The link that leads there still lands."],
])("level %s for %s (linked: %s): %s", (level, words, linked, says) =>
  expect(told(level, words, linked)).toBe(says),
);
