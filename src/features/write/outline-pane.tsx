import { useState } from "react";
import { Segments } from "@/components/segments";
import { keepInBrowser, readKept } from "@/editor";
import { PageField } from "./page-field";
import { OutlineTree } from "./outline-tree";
import { Minimap } from "./minimap";
import { StepBar } from "./step-bar";

const FORMS = [
  { value: "scale", label: "To scale" },
  { value: "even", label: "Even" },
] as const;
type Form = (typeof FORMS)[number]["value"];

const KEPT = "gate-rope rope";

/** The document beside its text, as the rope it hangs on: to scale, or even with a line for each section. */
export function OutlinePane() {
  const [form, setForm] = useState<Form>(readKept(KEPT) === "even" ? "even" : "scale");
  return (
    <nav aria-label="Rope" data-region="outline" className="isolate flex h-full flex-col">
      <div className="flex h-9 shrink-0 items-center gap-2 px-3">
        <Segments
          label="Form of the rope"
          options={FORMS}
          value={form}
          onChange={(next) => {
            setForm(next);
            keepInBrowser(KEPT, next);
          }}
        />
        <PageField />
      </div>
      <div className="relative min-h-0 flex-1">{form === "even" ? <OutlineTree /> : <Minimap />}</div>
      <StepBar />
    </nav>
  );
}
