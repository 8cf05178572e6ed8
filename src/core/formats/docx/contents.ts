import type { ListOptions } from "@/core/document";
import type { DropLog } from "../intake/drop-log";
import { listOf } from "../office/series";
import type { FieldCode } from "./field-code";

/** A generated list as a field of a file asks for it. */
export interface ContentsFrom {
  readonly from: number;
  readonly to: number;
  readonly list: ListOptions;
}

/** What a field that makes a list asks for (ISO 29500-1, 17.16.5: TOC, INDEX). */
export function contentsFrom({ kind, switches }: FieldCode, dropped: DropLog): ContentsFrom {
  if (kind === "INDEX") {
    const columns = Number(switches.get("c"));
    return {
      from: 1,
      to: 6,
      list: { of: "entries", ...(columns === 2 || columns === 3 ? { columns } : {}) },
    };
  }
  if (kind === "TOA") {
    dropped.add("table of authorities", "A list of all entries of the index stands in its place.");
    return { from: 1, to: 6, list: { of: "entries" } };
  }
  const series = switches.get("c") ?? switches.get("a");
  const of = series ? listOf(series) : switches.has("b") ? "section" : null;
  const [, from = "1", to = "9"] =
    /^\s*(\d)\s*-\s*(\d)\s*$/.exec(switches.get("o") || styleLevels(switches.get("t")) || "1-9") ?? [];
  const list: ListOptions = {
    ...(of && { of }),
    ...(switches.has("n") && switches.get("n") === "" && { pageless: true as const }),
    ...(switches.has("p") && { leaderless: true as const }),
    ...(switches.has("a") && { plain: true as const }),
  };
  const first = Math.min(Math.max(Number(from), 1), 6);
  return { from: first, to: Math.min(Math.max(Number(to), first), 6), list };
}

/** The levels that a list of styles names: `Heading 1,1,Section,2` is 1 to 2. */
function styleLevels(styles: string | undefined): string | null {
  const levels = (styles ?? "")
    .split(/[,;]/)
    .flatMap((part) => (/^\s*[1-9]\s*$/.test(part) ? [Number(part)] : []));
  return levels.length > 0 ? `${Math.min(...levels)}-${Math.max(...levels)}` : null;
}
