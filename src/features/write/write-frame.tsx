import { clsx } from "clsx";
import type { ReactNode } from "react";
import type { Part } from "@/features/frame/regions";

/** How a part lies over the text in a narrow window. */
const SHEET =
  "max-lg:absolute max-lg:inset-x-0 max-lg:bottom-0 max-lg:z-30 max-lg:max-h-[62%] max-lg:border-t max-lg:border-edge max-lg:bg-ground short:max-lg:max-h-full";

/**
 * Where the parts of the stage of writing stand: the rope at the left, the manuscript, the tray at the right, unless it is closed
 * (`null`), and the deck below. In a narrow window they are sheets over the text; `sheet` is the open one; a bar
 * below opens them. What is not there yet leaves its place empty.
 */
export function WriteFrame({
  outline,
  inspector,
  toolbar,
  bar,
  sheet = null,
  children,
}: {
  outline?: ReactNode;
  inspector?: ReactNode;
  toolbar?: ReactNode;
  bar?: ReactNode;
  sheet?: Part | null;
  children: ReactNode;
}) {
  const place = (part: Part) => (sheet === part ? SHEET : "max-lg:hidden");
  return (
    <>
      <div className="relative flex min-h-0 flex-1">
        <div
          className={clsx(
            "w-[232px] shrink-0 border-line max-lg:h-[62%] max-lg:w-full lg:border-r short:max-lg:h-full",
            place("outline"),
          )}
        >
          {outline}
        </div>
        {children}
        {inspector !== null && (
          <div
            className={clsx(
              "w-72 shrink-0 border-line max-lg:h-[62%] max-lg:w-full lg:border-l short:max-lg:h-full",
              place("inspector"),
            )}
          >
            {inspector}
          </div>
        )}
        <div className={clsx("overflow-y-auto lg:hidden", place("toolbar"))}>
          {sheet === "toolbar" && toolbar}
        </div>
      </div>
      <div className="h-12 shrink-0 border-t border-line">
        <div className="h-full max-lg:hidden">{sheet !== "toolbar" && toolbar}</div>
        {bar !== undefined && (
          <section aria-label="Below the text" className="h-full lg:hidden">
            {bar}
          </section>
        )}
      </div>
    </>
  );
}
