import { useId, useState } from "react";
import { useTyped } from "@/components/use-typed";
import { Button } from "@/components/button";
import { Check, Choice, fieldLook } from "@/components/field";
import { REFERENCE_FIELDS, whyNoForm, type Reference } from "@/core/document";
import { referenceWords } from "@/core/links";
import { changeReference, chosenReference, frozenReference, useSession, useSessionValue } from "@/editor";
import { LeadsTo } from "./leads-to";
import { REFERENCE_FORMS } from "./reference-forms";

const OWN = "own";

/** A cross-reference that is chosen: what it speaks of, and how. */
export function SelectedReference({ reference }: { reference: Reference }) {
  const session = useSession();
  const pages = useSessionValue((it) => it.pagesShown);
  const { target, form, linked } = reference;
  const offered = REFERENCE_FORMS.some(({ value }) => value === form);
  const [writing, setWriting] = useState(false);
  const own = writing || !offered;

  function change(part: Partial<Reference>) {
    const chosen = chosenReference(session.store.state);
    if (chosen) session.dispatch(changeReference(session.store.state.tr, chosen.pos, part));
  }

  function freeze() {
    const chosen = chosenReference(session.store.state);
    if (!chosen) return;
    const standing = session.store.index
      .linksNear(chosen.pos)
      .find(({ from }) => from === chosen.pos)?.reference;
    const words = referenceWords(standing ?? reference, chosen.pos, session.store.index, pages);
    session.dispatch(frozenReference(session.store.state.tr, chosen.pos, words));
    session.viewport.focus();
  }

  return (
    <section aria-label="Selected cross-reference" className="border-b border-line px-4 py-3 text-sm">
      <h2 className="mb-2 font-semibold">Cross-reference</h2>
      <LeadsTo target={target} />
      <div className="mb-3 grid gap-2">
        <Choice
          label="Worded by"
          data-inspector-field
          value={own ? OWN : form}
          options={[...REFERENCE_FORMS, { value: OWN, label: "Own words and fields" }]}
          onChange={(value) => {
            setWriting(value === OWN);
            if (value !== OWN) change({ form: value });
          }}
          onKeyDown={(event) => event.key === "Escape" && session.leaveChosen()}
        />
        {own && <FormField form={form} onChange={(next) => change({ form: next })} />}
        <Check label="Leads there" checked={linked} onChange={(on) => change({ linked: on })} />
      </div>
      <div className="flex flex-wrap gap-2">
        <Button onClick={() => session.dialogs.open("link")}>Another place</Button>
        <Button look="quiet" onClick={freeze} title="It will no longer update">
          Turn into text
        </Button>
      </div>
    </section>
  );
}

/** The form as it is written, with fields in braces. */
function FormField({ form, onChange }: { form: string; onChange: (form: string) => void }) {
  const id = useId();
  const { shown, type, leave } = useTyped(form, onChange, (words) =>
    whyNoForm(words) === null ? words : null,
  );
  const why = whyNoForm(shown);
  return (
    <div>
      <label htmlFor={id} className="mb-1 block font-medium">
        Words and fields
      </label>
      <input
        id={id}
        value={shown}
        onChange={(event) => type(event.target.value)}
        onBlur={leave}
        aria-invalid={why !== null}
        aria-describedby={`${id}-hint`}
        className={fieldLook()}
      />
      <p id={`${id}-hint`} className={`mt-1 ${why ? "text-vermilion" : "text-quiet"}`}>
        {why ?? `For example: see {label}, {where}. Fields: ${REFERENCE_FIELDS.join(", ")}.`}
      </p>
    </div>
  );
}
