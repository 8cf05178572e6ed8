import { useId } from "react";
import { fieldLook } from "@/components/field";
import { FIRST_PROMISES, PROMISED, type Promises } from "@/core/document";

const PROMISE_LABELS: Readonly<Record<(typeof PROMISED)[number], string>> = {
  jumps: "Jumps from the start to any section",
  pages: "Pages to a way back, on paper",
  screens: "Screens to a way back",
  sections: "Sections of a chapter without a list of its own",
};

/** What a plan promises readers, at most; an empty field promises nothing. */
export function PromiseFields({
  promises,
  onChange,
}: {
  promises: Promises;
  onChange: (promises: Promises) => void;
}) {
  const id = useId();
  const kept = PROMISED.flatMap((name) => (promises[name] ? [`${promises[name]} ${name}`] : []));
  return (
    <details className="mt-2 text-sm">
      <summary className="cursor-pointer">
        Promises <span className="text-quiet">at most {kept.join(", ") || "nothing"}</span>
      </summary>
      <div className="mt-1 grid gap-1">
        {PROMISED.map((name) => (
          <div key={name} className="flex items-center gap-2">
            <label htmlFor={`${id}${name}`} className="flex-1">
              {PROMISE_LABELS[name]}
            </label>
            <input
              id={`${id}${name}`}
              type="number"
              min={1}
              max={1_000}
              value={promises[name] ?? ""}
              placeholder={String(FIRST_PROMISES[name])}
              onChange={({ target: { value } }) => {
                const most = Number(value);
                onChange({
                  ...promises,
                  [name]: value === "" || !(most >= 1) ? null : Math.min(1_000, most),
                });
              }}
              className={`${fieldLook("w-16")} text-right`}
            />
          </div>
        ))}
      </div>
    </details>
  );
}
