import { expect } from "@playwright/test";
import { clickWords, kept, manuscript, openFile, selectWords, tray } from "./desk";
import { test } from "./own-shelf";

const TEXT = `# The tower

Words of the tower.

## The lamp

Words of the lamp.
`;

test("what is typed into a field is kept, though the page is loaded again while the caret is in it", async ({
  page,
}) => {
  await openFile(page, "fields.md", TEXT);
  await selectWords(page, "Words of the lamp");
  await page.keyboard.press("Control+Shift+b");
  await page.getByLabel("Name").fill("Lamp words");
  await page.keyboard.press("Enter");
  await kept(page);

  await clickWords(page, "Words of the lamp");
  await page.keyboard.press("End");
  await page.keyboard.press("ArrowLeft");
  const note = () => tray(page).getByLabel("Note to self");
  await note().focus();
  await page.keyboard.type("Look again");
  await page.reload();
  await clickWords(page, "Words of the lamp");
  await expect(note()).toHaveValue("Look again");

  await clickWords(page, "The lamp");
  const short = () => tray(page).getByLabel("Short title");
  await short().focus();
  await page.keyboard.type("Lamp ");
  await page.reload();
  await clickWords(page, "The lamp");
  await expect(short()).toHaveValue("Lamp");

  const title = page.getByLabel("Title of the document");
  await title.fill("The whole tower");
  await page.reload();
  await expect(title).toHaveValue("The whole tower");

  // All of a field is one step back.
  await title.focus();
  await title.press("End");
  await page.keyboard.type(" and lamp");
  await clickWords(page, "Words of the tower");
  await page.keyboard.press("Control+z");
  await expect(title).toHaveValue("The whole tower");
});

test("a figure or list is changed where it stands by now, though somebody wrote above it", async ({
  page,
}) => {
  await openFile(page, "above.md", TEXT);
  await page
    .getByRole("navigation", { name: "Stages of the work" })
    .getByRole("link", { name: "Wayfinding" })
    .click();
  await page.getByRole("button", { name: "Add a contents list at the front" }).click();
  await page
    .getByRole("navigation", { name: "Stages of the work" })
    .getByRole("link", { name: "Write" })
    .click();
  await manuscript(page).getByText("Contents", { exact: true }).click();
  const heading = tray(page).getByLabel("Title of the list");
  await expect(heading).toHaveValue("Contents");
  // Another window writes above the list.
  const other = await page.context().newPage();
  await other.goto(page.url());
  await manuscript(other).waitFor();
  await other.keyboard.press("Control+Home");
  await other.keyboard.press("ArrowUp");
  await other.keyboard.type("Before everything.");
  await kept(other);
  await other.close();
  await heading.fill("Where it all stands");
  await expect(manuscript(page)).toContainText("Where it all stands");
  await expect(heading).toHaveValue("Where it all stands");
});
