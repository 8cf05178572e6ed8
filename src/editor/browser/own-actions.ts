import { z } from "zod";
import type { Action } from "@/core/document";
import { keepInBrowser, readKeptList } from "./kept-in-browser";

/*
 * Actions that somebody put into a document in this browser. Those of others are asked about before they are done.
 */

const MAX_ACTIONS = 200;

export function isOwnAction(document: string, action: Action): boolean {
  return kept(document).includes(JSON.stringify(action));
}

export function noteOwnAction(document: string, action: Action): void {
  const own = JSON.stringify(action);
  const others = kept(document).filter((one) => one !== own);
  keepInBrowser(keyOf(document), JSON.stringify([own, ...others].slice(0, MAX_ACTIONS)));
}

function kept(document: string): readonly string[] {
  return readKeptList(keyOf(document), z.string());
}

function keyOf(document: string): string {
  return `gate-rope actions ${document}`;
}
