/** `.gaterope.json`: the documented open form of a document, nothing left out. */
export { readGateRope } from "./read";
export { placeBeside, writeGateRope } from "./write";
export { fileSchema, jsonSchema } from "./file-schema";
