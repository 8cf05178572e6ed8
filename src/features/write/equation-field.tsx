import { texOf } from "@/core/document";
import type { Node } from "prosemirror-model";
import { useEffect, useId, useState } from "react";
import { KindIcon } from "@/components/kind-icons";
import type { DrawnEquation } from "@/core/equations";
import { setTex, useSession } from "@/editor";

/** An equation within a line, chosen. */
export function SelectedFormula({ node }: { node: Node }) {
  return (
    <section aria-label="Selected equation" className="border-b border-line px-4 py-3 text-sm">
      <h2 className="mb-2 flex items-baseline gap-2 font-semibold">
        <KindIcon kind="equation" /> Equation in the line
      </h2>
      <EquationField node={node} />
    </section>
  );
}

/** How an equation is written; the manuscript draws it with each key. */
export function EquationField({ node }: { node: Node }) {
  const session = useSession();
  const id = useId();
  const tex = texOf(node);
  const drawn = useDrawn(tex, node.isBlock);
  const fault = drawn && "fault" in drawn && tex !== "" ? drawn.fault : null;
  return (
    <div className="mb-3">
      <label htmlFor={id} className="mb-1 block font-medium">
        Written in TeX
      </label>
      <textarea
        id={id}
        data-inspector-field
        value={tex}
        rows={4}
        spellCheck={false}
        aria-invalid={fault !== null}
        aria-describedby={`${id}-hint`}
        onChange={(event) =>
          session.run(setTex(session.store.state.selection.from, event.target.value), { focus: false })
        }
        onKeyDown={(event) => {
          if (event.key !== "Escape" && !(event.key === "Enter" && (event.ctrlKey || node.isInline))) return;
          event.preventDefault();
          session.leaveChosen();
        }}
        className="w-full rounded-base border border-edge bg-raised px-2.5 py-1.5 font-mono text-[13px]"
      />
      <p
        id={`${id}-hint`}
        className={fault ? "text-vermilion" : "text-quiet"}
        role={fault ? "alert" : undefined}
      >
        {fault ?? "For example \\frac{a}{b}, x^2, \\sqrt{x}, \\alpha. Escape leads back to the text."}
      </p>
    </div>
  );
}

/** The equation as it is drawn, to know whether it can be. */
function useDrawn(tex: string, block: boolean): DrawnEquation | null {
  const [drawn, setDrawn] = useState<DrawnEquation | null>(null);
  useEffect(() => {
    let left = false;
    void import("@/core/equations").then(({ drawEquation }) => {
      if (!left) setDrawn(drawEquation(tex, { form: "mathml", block }));
    });
    return () => {
      left = true;
    };
  }, [tex, block]);
  return drawn;
}
