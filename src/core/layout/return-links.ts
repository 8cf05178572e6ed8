import type { Node } from "prosemirror-model";
import type { DocumentIndex } from "@/core/index";
import { idOf } from "@/core/document";
import { hasLine, type WayOn } from "@/core/wayfinding";
import type { Flow } from "./flow";

/** Headings that lead back, by the flow without that. */
export type ReturnLinkFlows = WeakMap<Flow, Flow>;

/** Where a heading leads back: to its line in the contents list; without one to the list, or to the top. */
export function returnTarget(heading: Node, { to }: WayOn, index: DocumentIndex): NonNullable<Flow["link"]> {
  const of = idOf(heading)!;
  if (to === null) return { kind: "top" };
  return hasLine(index, of) ? { kind: "line", of } : { kind: "destination", id: to };
}

/** A heading all of whose words lead somewhere; the same object for the same heading. */
export function withReturnLink(flow: Flow, link: NonNullable<Flow["link"]>, led: ReturnLinkFlows): Flow {
  const isSame = (one: Flow | undefined) => JSON.stringify(one?.link) === JSON.stringify(link);
  if (isSame(flow)) return flow;
  let own = led.get(flow);
  if (!own || !isSame(own)) led.set(flow, (own = { ...flow, link }));
  return own;
}
