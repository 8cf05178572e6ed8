import { expect, test } from "@jest/globals";
import { createDocument, schema, documentTitle, withSettings } from "@/core/document";

const { nodes } = schema;
const heading = (words: string) => nodes.heading.create({ level: 2 }, words ? schema.text(words) : []);

test("a document is called as its author says, else by its first heading that has words, else by the file it came from", () => {
  const bare = createDocument([nodes.paragraph.create()], { working_title: "Winter notes" });
  expect(documentTitle(createDocument([]))).toBe("");
  expect(documentTitle(bare)).toBe("Winter notes");
  const headed = bare.copy(bare.content.append(createDocument([heading(""), heading(" Ropes ")]).content));
  expect(documentTitle(headed)).toBe("Ropes");
  expect(documentTitle(withSettings(headed, { title: "Harbour" }))).toBe("Harbour");
  // As documents were made that nobody had given a title.
  expect(documentTitle(withSettings(headed, { title: "Untitled" }))).toBe("Ropes");
});
