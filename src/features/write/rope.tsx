import { useState } from "react";
import { keepInBrowser, readKept } from "@/editor";
import { RopeEven } from "./rope-even";
import { RopeToScale } from "./rope-to-scale";
import { StepBar } from "./step-bar";

const FORMS = [
  { form: "scale", label: "To scale" },
  { form: "even", label: "Even" },
] as const;
type Form = (typeof FORMS)[number]["form"];

const KEPT = "gate-rope rope";

/** The document beside its text, as the rope it hangs on: to scale, or even with a line for each section. */
export function Rope() {
  const [form, setForm] = useState<Form>(readKept(KEPT) === "even" ? "even" : "scale");
  return (
    <nav aria-label="Rope" className="isolate flex h-full flex-col border-r border-line">
      <div role="group" aria-label="Form of the rope" className="flex h-9 shrink-0 items-center gap-1 px-3">
        {FORMS.map((one) => (
          <button
            key={one.form}
            type="button"
            aria-pressed={form === one.form}
            onClick={() => {
              setForm(one.form);
              keepInBrowser(KEPT, one.form);
            }}
            className={`h-6 rounded-base px-2 text-sm ${
              form === one.form ? "bg-tide-wash font-medium text-tide" : "text-quiet hover:bg-wash"
            }`}
          >
            {one.label}
          </button>
        ))}
      </div>
      <div className="relative min-h-0 flex-1">{form === "even" ? <RopeEven /> : <RopeToScale />}</div>
      <StepBar />
    </nav>
  );
}
