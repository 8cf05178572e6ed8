import { expect, test } from "@jest/globals";
import { readFileSync, writeFileSync } from "node:fs";
import { jsonSchema } from "@/core/formats/gaterope";

const PUBLISHED = "docs/format/gaterope.schema.json";

test("the JSON Schema of .gaterope.json that is published is the one that checks files", () => {
  const current = JSON.stringify(jsonSchema(), null, 2) + "\n";
  if (process.env.UPDATE_SCHEMA) writeFileSync(PUBLISHED, current);
  expect(readFileSync(PUBLISHED, "utf8")).toBe(current);
});
