import { expect } from "@playwright/test";
import { readFileSync } from "node:fs";
import { docxFile, drawing, field, h, HEADING_STYLES, marked, p, r } from "../docx-file";
import { epubFile } from "../epub-file";
import { odtFile } from "../odt-file";
import { SMALL_PNG } from "../small-picture";
import { clean } from "./axe";
import { bringIn, manuscript, openFile, programBegun, stage } from "./desk";
import { test } from "./own-shelf";

const SIGNED = `w:author="Ada Quill" w:date="2026-11-29T10:00:00Z"`;

/** A manual as a word processor saves it: headings, a contents list, a figure with a caption, a note, references, a comment, a change. */
const MANUAL = docxFile({
  styles: `<w:style w:type="paragraph" w:default="1" w:styleId="Normal"><w:name w:val="Normal"/></w:style>${HEADING_STYLES}`,
  media: { "slit.png": SMALL_PNG },
  footnotes: `<w:footnote w:id="1">${p(r("Never with a wet cloth."))}</w:footnote>`,
  comments: `<w:comment w:id="5" ${SIGNED}>${p(r("Which cloth?"))}</w:comment>`,
  body:
    p(field('TOC \\o "1-2" \\h', "Old line")) +
    h(1, marked(1, "_Toc1", r("Sextant cleaning"))) +
    p(
      `${r("Wipe the mirror")}<w:r><w:footnoteReference w:id="1"/></w:r><w:commentRangeStart w:id="5"/>${r(" gently")}<w:commentRangeEnd w:id="5"/>${r(", see ")}${field("REF _Ref2 \\h", "Figure 9")}<w:ins w:id="7" ${SIGNED}>${r(" and wait")}</w:ins>${r(".")}`,
    ) +
    p(drawing("slit", "The mirror")) +
    p(`${marked(2, "_Ref2", `${r("Figure ")}${field("SEQ Figure", "9")}`)}${r(": Mirror")}`) +
    h(1, "Sextant storing") +
    p(`${marked(3, "Dry_box", r("A dry box"))}${r(" is best.")}`),
});

test("files of word processors and e-books are imported by choosing and by dropping, with what came in and what did not", async ({
  page,
}) => {
  await bringIn(page, "sextant.docx", Buffer.from(MANUAL));
  const report = page.getByRole("region", { name: "Imports" });
  await expect(report).toContainText("2 headings");
  await expect(report).toContainText("1 comment");
  await expect(report).toContainText("1 tracked change");
  await page.evaluate(
    ([odt, epub]) => {
      const data = new DataTransfer();
      const bytes = (list: number[]) => new Uint8Array(list);
      data.items.add(new File([bytes(odt!)], "astrolabe.odt"));
      data.items.add(new File([bytes(epub!)], "quadrant.epub"));
      const target = document.querySelector("main")!;
      target.dispatchEvent(
        new DragEvent("dragover", { dataTransfer: data, bubbles: true, cancelable: true }),
      );
      target.dispatchEvent(new DragEvent("drop", { dataTransfer: data, bubbles: true, cancelable: true }));
    },
    [
      [
        ...odtFile({
          text: `<text:h text:outline-level="1">Astrolabe rings</text:h><text:p>Words.</text:p>`,
        }),
      ],
      [...epubFile({ title: "Quadrant", files: { "a.xhtml": "<h1>Quadrant arcs</h1><p>Words.</p>" } })],
    ],
  );
  await expect(report.getByRole("link", { name: "Astrolabe rings" })).toBeVisible();
  await expect(report.getByRole("link", { name: "Quadrant", exact: true })).toBeVisible();
  await report.getByRole("link", { name: "Sextant cleaning" }).click();
  await expect(manuscript(page)).toContainText("Wipe the mirror");
  await expect(manuscript(page)).toContainText("see Figure 1 and wait.");
  await expect(manuscript(page).getByRole("navigation")).toContainText("Sextant storing");
  await stage(page, "Proof");
  await expect(
    page.getByText("The only link was followed, and it lands. Nothing else was found."),
  ).toBeVisible();
});

test("titles that are only bold in a file are offered with its report, and become headings in one step", async ({
  page,
}) => {
  const bold = (words: string) => p(r(words, "<w:b/>"));
  const section = (title: string) =>
    bold(title) + p(r("Sand and lime, as the season asks, and no more.")).repeat(3);
  const body = ["1. Mortar", "1.1 Mixing", "2. Brick", "2.1 Bonds"].map(section).join("");
  await bringIn(page, "masonry.docx", Buffer.from(docxFile({ body })));
  const report = page.getByRole("region", { name: "Imports" });
  await expect(report).toContainText("No heading came in, but 4 lines look like titles.");
  await report.getByRole("link", { name: "Review titles" }).click();
  const box = page.getByRole("dialog", { name: "Lines that look like titles" });
  await expect(box.getByRole("checkbox", { name: "1. Mortar" })).toBeFocused();
  await expect(box.getByRole("checkbox", { name: /Mixing/ })).toBeChecked();
  await expect(page).toHaveURL(/documents\/\w+$/);
  await box.getByRole("button", { name: "Make 4 headings" }).click();
  await expect(manuscript(page).getByRole("heading", { level: 2 })).toHaveText([/Mixing/, /Bonds/]);
  await expect(manuscript(page)).toBeFocused();
  await page.keyboard.press("Control+z");
  await expect(manuscript(page).getByRole("heading")).toHaveCount(0);
});

test("a file that is dropped on an open document may become a second one, and the document stays", async ({
  page,
}) => {
  await openFile(page, "octant.md", "# Octant notes\n\nWords of the open document.\n");
  await page.evaluate(
    (bytes) => {
      const data = new DataTransfer();
      data.items.add(new File([new Uint8Array(bytes)], "backstaff.odt"));
      const target = document.querySelector(".ProseMirror")!;
      target.dispatchEvent(
        new DragEvent("dragover", { dataTransfer: data, bubbles: true, cancelable: true }),
      );
      target.dispatchEvent(new DragEvent("drop", { dataTransfer: data, bubbles: true, cancelable: true }));
    },
    [
      ...odtFile({
        text: `<text:h text:outline-level="1">Backstaff shadows</text:h><text:p>Words.</text:p>`,
      }),
    ],
  );
  const panel = page.getByRole("dialog", { name: "Import “backstaff.odt”" });
  await expect(panel).toContainText("This document stays as it is.");
  await clean(page, "a file that was dropped");
  await panel.getByRole("button", { name: "Make a second document" }).click();
  await panel.getByRole("link", { name: "Backstaff shadows" }).waitFor();
  expect(await panel.evaluate((box) => box.contains(document.activeElement))).toBe(true);
  await panel.getByRole("link", { name: "Backstaff shadows" }).click();
  await expect(manuscript(page)).toContainText("Backstaff shadows");
  await page.goBack();
  await expect(manuscript(page)).toContainText("Words of the open document.");
});

test("a file under a password, or of the old form, says so in one sentence, and nothing is created", async ({
  page,
}) => {
  await page.goto("/");
  await programBegun(page);
  const compound = Buffer.from([
    0xd0,
    0xcf,
    0x11,
    0xe0,
    0xa1,
    0xb1,
    0x1a,
    0xe1,
    ...Buffer.from("EncryptedPackage", "utf16le"),
  ]);
  await page.getByLabel("Files to import").setInputFiles([
    { name: "locked.docx", mimeType: "application/octet-stream", buffer: compound },
    { name: "cut.epub", mimeType: "application/octet-stream", buffer: Buffer.from(MANUAL.subarray(0, 500)) },
  ]);
  const report = page.getByRole("region", { name: "Imports" });
  await expect(report).toContainText("locked.docx was not imported. The file is protected by a password.");
  await expect(report).toContainText("cut.epub was not imported. The archive is damaged or was cut off.");
});

test("a document is sent out as .docx, .odt and EPUB, and comes back with its links and lists living", async ({
  page,
}) => {
  await openFile(
    page,
    "cross-staff.md",
    "# Cross-staff\n\n:::contents\n\nSee [the vane](#vane).\n\n## Transom {#transom}\n\nWords.\n\n## Vane {#vane}\n\nMore words.\n",
  );
  await stage(page, "Publish");
  for (const [format, ending] of [
    [".docx", "docx"],
    [".odt", "odt"],
    ["EPUB", "epub"],
  ] as const) {
    await page.getByRole("button", { name: `Make ${format}` }).click();
    const link = page.getByRole("link", { name: `Download the ${format} file` });
    await expect(link).toBeVisible({ timeout: 60_000 });
    const begun = page.waitForEvent("download");
    await link.click();
    const file = await begun;
    expect(file.suggestedFilename()).toBe(`Cross-staff.${ending}`);
    await file.saveAs(test.info().outputPath(`back.${ending}`));
  }
  await expect(
    page.getByText(/^1 page, .* All \d+ links were followed and land in the right place\.$/),
  ).toHaveCount(3);
  await clean(page, "files that were made");
  for (const ending of ["docx", "odt", "epub"]) {
    await bringIn(page, `back.${ending}`, readFileSync(test.info().outputPath(`back.${ending}`)));
    await page.getByRole("region", { name: "Imports" }).getByRole("link", { name: "Cross-staff" }).click();
    await expect(manuscript(page)).toContainText("See the vane.");
    await stage(page, "Proof");
    await expect(page.getByText(/The only link was followed, and it lands\./)).toBeVisible();
  }
});

test("the making of a file is cancelled, and another one begins", async ({ page }) => {
  await openFile(
    page,
    "long-staff.md",
    `# Long staff\n\n${"Words of a long paragraph go on. ".repeat(40)}\n\n`.repeat(300),
  );
  await stage(page, "Publish");
  await page.getByRole("button", { name: "Make .docx" }).click();
  await page.getByRole("button", { name: "Cancel" }).click();
  await expect(page.getByText("The .docx file was cancelled.").first()).toBeVisible();
  await page.getByRole("button", { name: "Make .docx" }).click();
  await expect(page.getByRole("link", { name: "Download the .docx file" })).toBeVisible({ timeout: 60_000 });
});

test("a file that is cancelled before the server answers, or left alone on another stage, is not made", async ({
  page,
}) => {
  await openFile(
    page,
    "short-staff.md",
    `# Short staff\n\n${"Words of a long paragraph go on. ".repeat(40)}\n\n`.repeat(300),
  );
  const ended = () =>
    page.waitForRequest((request) => request.method() === "DELETE" && request.url().includes("/made/"));
  await page.route("**/archive", async (route) => {
    const response = await route.fetch();
    await page.getByText("The .odt file was cancelled.").first().waitFor();
    await route.fulfill({ response });
  });
  await stage(page, "Publish");
  const cancelled = ended();
  await page.getByRole("button", { name: "Make .odt" }).click();
  await page.getByRole("button", { name: "Cancel" }).click();
  await cancelled;
  await page.unroute("**/archive");
  const begun = page.waitForResponse((response) => response.url().endsWith("/archive"));
  await page.getByRole("button", { name: "Make .odt" }).click();
  await begun;
  const left = ended();
  await stage(page, "Write");
  await left;
});
