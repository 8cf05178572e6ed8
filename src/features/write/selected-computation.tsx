import { useId } from "react";
import { Button } from "@/components/button";
import { fieldLook } from "@/components/field";
import { DATE_FUNCTIONS, FACTS, NUMBER_FUNCTIONS } from "@/core/compute/facts";
import { MAX_EXPRESSION_LETTERS } from "@/core/document";
import { freezeComputation, setExpression, useSession, useSessionValue } from "@/editor";

const EXAMPLES = ["words", "ceil(words / 220)", "pages", 'date("2027-01-31") - today()', "written(today())"];

/** A computed value that is chosen: what it computes, and what comes of it. */
export function SelectedComputation({ expression }: { expression: string }) {
  const session = useSession();
  const id = useId();
  const computed = useSessionValue((it) => it.derived.computed.get(expression));
  const fault = computed && "fault" in computed ? computed.fault : null;
  const words = computed && "words" in computed ? computed.words : null;
  return (
    <section aria-label="Selected computed value" className="border-b border-line px-4 py-3 text-sm">
      <h2 className="mb-2 font-semibold">Computed value</h2>
      <label htmlFor={id} className="mb-1 block font-medium">
        What is computed
      </label>
      <input
        id={id}
        data-inspector-field
        value={expression}
        maxLength={MAX_EXPRESSION_LETTERS}
        spellCheck={false}
        aria-invalid={fault !== null}
        aria-describedby={`${id}-result`}
        onChange={(event) => session.run(setExpression(event.target.value), { focus: false })}
        onKeyDown={(event) => {
          if (event.key !== "Escape" && event.key !== "Enter") return;
          event.preventDefault();
          session.leaveChosen();
        }}
        className={`${fieldLook()} font-mono text-[13px]`}
      />
      <p id={`${id}-result`} className="mt-1 mb-3" role="status">
        {fault ? (
          <span className="text-vermilion">{fault}</span>
        ) : (
          <>
            <span className="text-quiet">Now: </span>
            {words ?? "…"}
          </>
        )}
      </p>
      <ul aria-label="Examples" className="mb-3 flex flex-wrap gap-1.5">
        {EXAMPLES.map((example) => (
          <li key={example}>
            <button
              type="button"
              onClick={() => session.run(setExpression(example), { focus: false })}
              className="rounded-base border border-line px-1.5 py-0.5 font-mono text-[13px] hover:bg-wash"
            >
              {example}
            </button>
          </li>
        ))}
      </ul>
      <p className="mb-3 text-quiet">
        It may hold numbers, + − * / ^ %, {FACTS.join(", ")};{" "}
        {[...NUMBER_FUNCTIONS, ...DATE_FUNCTIONS].join(", ")}. It updates itself.
      </p>
      <Button
        look="quiet"
        disabled={words === null}
        title="It will no longer update"
        onClick={() => words !== null && session.run(freezeComputation(words))}
      >
        Turn into text
      </Button>
    </section>
  );
}
