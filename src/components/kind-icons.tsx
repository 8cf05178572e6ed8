import type { Destination } from "@/core/index";

/**
 * The sign of each kind of destination, so that colour is never the only difference: knot = ring, gate = two posts and a
 * bar, figure = square, table = barred square, notice = square with a mark, equation = two lines, note = dot, index entry = lines with an arrow, fault = triangle.
 */
export function KindIcon({ kind, className = "" }: { kind: IconKind; className?: string }) {
  // Lists show it by the hundred, and a box costs the browser less in every frame than a drawing.
  if (kind === "bookmark")
    return (
      <span
        aria-hidden="true"
        className={`inline-flex size-3.5 shrink-0 items-end justify-center self-center pb-px ${className}`}
      >
        <span className="h-[11.3px] w-[11.6px] border-2 border-b-0 border-hemp" />
      </span>
    );
  const shared = { fill: "none", stroke: "currentColor", strokeWidth: 1.6 } as const;
  const colour = {
    heading: "text-tide",
    figure: "text-plum",
    table: "text-plum",
    equation: "text-plum",
    notice: "text-hemp",
    note: "text-plum",
    contents: "text-tide",
    indexed: "text-hemp",
    paragraph: "text-quiet",
    words: "text-quiet",
    top: "text-tide",
    document: "text-tide",
    file: "text-plum",
    action: "text-tide",
    fault: "text-vermilion",
  }[kind];
  return (
    <svg
      width="14"
      height="14"
      viewBox="0 0 14 14"
      aria-hidden="true"
      className={`inline-block shrink-0 self-center ${colour} ${className}`}
    >
      {kind === "heading" && <circle cx="7" cy="7" r="4" {...shared} />}
      {kind === "figure" && <rect x="2" y="2" width="10" height="10" {...shared} />}
      {kind === "table" && <path d="M2 2h10v10H2zM2 5.5h10M2 8.8h10" {...shared} />}
      {kind === "equation" && <path d="M2 5h10M2 9h10" {...shared} />}
      {kind === "notice" && <path d="M2 2h10v10H2zM7 4.5v3.2M7 9v.8" {...shared} />}
      {kind === "note" && <circle cx="7" cy="7" r="2.6" fill="currentColor" />}
      {kind === "contents" && <path d="M2 3h10M4 7h8M4 11h8" {...shared} />}
      {kind === "indexed" && <path d="M2 3h5M2 7h5M2 11h5M10 3v8M8.5 9.5L10 11l1.5-1.5" {...shared} />}
      {kind === "paragraph" && <path d="M9.5 12V2.5M7 12V2.5h5M7 7.5a2.5 2.5 0 0 1 0-5" {...shared} />}
      {kind === "words" && (
        <path d="M5.5 3.5C3.5 4.5 3 6 3 9h2.5V6.5M11 3.5C9 4.5 8.5 6 8.5 9H11V6.5" {...shared} />
      )}
      {kind === "top" && <path d="M2 2.5h10M7 12V5.5M4 8l3-3 3 3" {...shared} />}
      {kind === "document" && <path d="M3 2h5l3 3v7H3zM8 2v3h3" {...shared} />}
      {kind === "file" && <path d="M11 6L6 11a2 2 0 0 1-3-3l5-5a1.5 1.5 0 0 1 2 2L6 9" {...shared} />}
      {kind === "action" && <path d="M4 2.5v9L11 7z" {...shared} />}
      {kind === "fault" && <path d="M7 2l5.5 10h-11z" {...shared} />}
    </svg>
  );
}

/** Kinds of what is no place of the document with a name of its own, and of faults. */
export type IconKind = Destination["kind"] | "words" | "top" | "document" | "file" | "action" | "fault";

/** What each kind of destination is called. */
export const KIND_NAMES: Record<Exclude<IconKind, "fault">, string> = {
  heading: "heading",
  bookmark: "bookmark",
  figure: "figure",
  table: "table",
  equation: "equation",
  notice: "notice",
  note: "note",
  contents: "contents list",
  indexed: "index entry",
  paragraph: "paragraph",
  words: "quoted words",
  top: "the top",
  document: "another document",
  file: "attached file",
  action: "action",
};

/** The mark of Gate Rope: a rope that passes a gate, with a knot. */
export function Logo({ size = 22 }: { size?: number }) {
  return (
    <svg width={size} height={size} viewBox="0 0 24 24" aria-hidden="true" fill="none" strokeLinecap="round">
      <path d="M4.5 21V6.5M19.5 21V6.5M2.5 6.5h19" stroke="var(--tide)" strokeWidth="2" />
      <path d="M12 2v20" stroke="var(--hemp)" strokeWidth="2.4" strokeDasharray="2.4 2.2" />
      <circle cx="12" cy="14" r="3.1" fill="var(--ground)" stroke="var(--hemp)" strokeWidth="2" />
    </svg>
  );
}
