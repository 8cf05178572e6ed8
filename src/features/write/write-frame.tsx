import type { ReactNode } from "react";

/**
 * Where the parts of the stage of writing stand: the rope at the left, the manuscript, the tray at the right, unless it is closed
 * (`null`), and the deck below. What is not there yet leaves its place empty.
 */
export function WriteFrame({
  rope,
  tray,
  deck,
  children,
}: {
  rope?: ReactNode;
  tray?: ReactNode;
  deck?: ReactNode;
  children: ReactNode;
}) {
  return (
    <>
      <div className="flex min-h-0 flex-1">
        <div className="hidden w-[232px] shrink-0 border-r border-line md:block">{rope}</div>
        {children}
        {tray !== null && <div className="w-72 shrink-0 border-l border-line">{tray}</div>}
      </div>
      <div className="h-12 shrink-0 border-t border-line">{deck}</div>
    </>
  );
}
