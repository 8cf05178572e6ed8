import { expect } from "@playwright/test";
import { kept, manuscript, openFile, typeAtEnd } from "./desk";
import { test } from "./own-shelf";

test("the history tells who changed how much; a version is named, looked at, restored, and that is undone", async ({
  page,
}) => {
  await page.addInitScript(() => localStorage.setItem("gate-rope name", "Oda"));
  await openFile(page, "old.md", "# Old\n\nThe text as it came in.");
  await typeAtEnd(page, " More words of today.");
  await kept(page);
  await page.getByRole("button", { name: "History of this document" }).click();
  const history = page.getByRole("dialog", { name: "History" });
  const versions = history.getByRole("navigation", { name: "Versions" });
  await expect(versions.getByRole("button", { name: /Oda/ })).toContainText("21 characters added");

  await history.getByLabel("Name of this version").fill("sent to the printer");
  await history.getByRole("button", { name: "Save the name" }).click();
  await expect(versions.getByRole("button", { name: /sent to the printer/ })).toContainText("Oda");

  await versions.getByRole("checkbox", { name: "Named versions only" }).check();
  await expect(versions.getByRole("listitem")).toHaveCount(1);
  await versions.getByRole("checkbox", { name: "Named versions only" }).uncheck();
  await versions.getByRole("searchbox", { name: "Find a version" }).fill("printer oda");
  await expect(versions.getByRole("listitem")).toHaveCount(1);
  await versions.getByRole("searchbox", { name: "Find a version" }).fill("");
  await versions.getByRole("button", { name: "By person" }).click();
  await expect(versions.getByRole("list", { name: "Oda" })).toBeVisible();
  await versions.getByRole("button", { name: "By day" }).click();

  // The rule by which old changes are put together is read and changed here.
  await expect(versions.getByLabel("Each change is kept")).toHaveValue("90");
  await versions.getByLabel("Each change is kept").selectOption("always");
  await expect(versions.getByText("Changes are never merged.")).toBeVisible();
  await page.keyboard.press("Escape");
  await page.getByRole("button", { name: "History of this document" }).click();
  await expect(versions.getByLabel("Each change is kept")).toHaveValue("always");

  await versions.getByRole("button", { name: /Imported or started/ }).click();
  await expect(history.getByRole("document")).toContainText("The text as it came in.");
  await expect(history.getByRole("document")).not.toContainText("More words");
  await history.getByRole("button", { name: "Restore this version" }).click();
  await expect(manuscript(page)).not.toContainText("More words of today.");
  await kept(page);

  await page.getByRole("button", { name: "Undo", exact: true }).last().click();
  await expect(manuscript(page)).toContainText("More words of today.");
  await kept(page);
  await page.getByRole("button", { name: "History of this document" }).click();
  await expect(versions.getByRole("listitem")).toHaveCount(3);
});
