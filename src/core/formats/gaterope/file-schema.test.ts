import { describe, expect, test } from "@jest/globals";
import Ajv2020 from "ajv/dist/2020.js";
import fc from "fast-check";
import { anyDocument } from "#tests/arbitrary-document";
import { fileSchema, jsonSchema, writeGateRope } from ".";
import { runs } from "#tests/runs";

describe("the JSON Schema of .gaterope.json", () => {
  test("accepts every document that is written, as the reader's own check does", () => {
    const accepts = new Ajv2020({ strict: false }).compile(jsonSchema() as object);
    fc.assert(
      fc.property(anyDocument, (doc) => {
        const file = JSON.parse(writeGateRope({ doc, pictures: new Map() }).text) as unknown;
        expect(accepts(file) ? null : accepts.errors).toBeNull();
        expect(fileSchema.safeParse(file).success).toBe(true);
      }),
      { numRuns: runs(60) },
    );
  });

  test("refuses what no document holds", () => {
    const accepts = new Ajv2020({ strict: false }).compile(jsonSchema() as object);
    expect(accepts({ format: "gaterope", version: 3 })).toBe(false);
    expect(accepts({ format: "other" })).toBe(false);
  });
});
