import type { Destination } from "@/core/destinations";

/**
 * The sign of each kind of destination, so that colour is never the only difference: knot = ring, gate = two posts and a
 * bar, figure = square, table = barred square, equation = two lines, note = dot, fault = triangle.
 */
export function Sign({ kind, className = "" }: { kind: SignKind; className?: string }) {
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
    note: "text-plum",
    contents: "text-tide",
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
      {kind === "note" && <circle cx="7" cy="7" r="2.6" fill="currentColor" />}
      {kind === "contents" && <path d="M2 3h10M4 7h8M4 11h8" {...shared} />}
      {kind === "fault" && <path d="M7 2l5.5 10h-11z" {...shared} />}
    </svg>
  );
}

export type SignKind = Destination["kind"] | "note" | "fault";

/** What each kind of destination is called. */
export const KIND_NAMES: Record<Destination["kind"] | "note", string> = {
  heading: "heading",
  bookmark: "bookmark",
  figure: "figure",
  table: "table",
  equation: "equation",
  note: "note",
  contents: "contents list",
};

/** The mark of Gate Rope: a rope that passes a gate, with a knot. */
export function Mark({ size = 22 }: { size?: number }) {
  return (
    <svg width={size} height={size} viewBox="0 0 24 24" aria-hidden="true" fill="none" strokeLinecap="round">
      <path d="M4.5 21V6.5M19.5 21V6.5M2.5 6.5h19" stroke="var(--tide)" strokeWidth="2" />
      <path d="M12 2v20" stroke="var(--hemp)" strokeWidth="2.4" strokeDasharray="2.4 2.2" />
      <circle cx="12" cy="14" r="3.1" fill="var(--ground)" stroke="var(--hemp)" strokeWidth="2" />
    </svg>
  );
}
