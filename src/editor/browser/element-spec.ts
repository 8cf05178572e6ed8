import type { DOMOutputSpec } from "prosemirror-model";

/** An element as a kind says that it is drawn: its name, its attributes, and what is in it. */
export type ElementSpec = Extract<DOMOutputSpec, readonly unknown[]>;

/** Whether what a kind says is an element of its own, and no words and no hole. */
export function isElementSpec(spec: unknown): spec is ElementSpec {
  return Array.isArray(spec);
}
