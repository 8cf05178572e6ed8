import type { LinkTarget } from "@/core/document";
import type { DocumentIndex } from "@/core/destinations";
import { follow } from "./resolve";

/** Targets that links of a document lead to and on which they do not land: why, by {@link targetKey}. */
export type AdriftTargets = ReadonlyMap<string, string>;

/** One line that stands for a target. */
export function targetKey(target: LinkTarget): string {
  switch (target.kind) {
    case "destination":
      // What it was called is part of why it does not land.
      return `destination ${target.id} ${target.was ?? ""}`;
    case "web":
      return `web ${target.url}`;
    case "mail":
      return `mail ${target.address}`;
  }
}

/** Follows every link; answers the targets on which none can land. */
export function adriftTargets(index: DocumentIndex): AdriftTargets {
  const adrift = new Map<string, string>();
  const landing = new Set<string>();
  for (const { target } of index.links) {
    const key = targetKey(target);
    if (landing.has(key) || adrift.has(key)) continue;
    const followed = follow(target, index);
    if (followed.lands) landing.add(key);
    else adrift.set(key, followed.why);
  }
  return adrift;
}
