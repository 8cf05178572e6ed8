import { useEffect, useState } from "react";
import { FormButtons } from "@/components/form-buttons";
import { counted } from "@/components/counted";
import { Check, fieldLook, TextField } from "@/components/field";
import { Panel } from "@/components/panel";
import { placesSought, type Heading } from "@/core/index";
import { shortened } from "@/core/document";
import { linkTitles, titledLines, useSession, type TitledLine } from "@/editor";

/** Links a typed list of titles to the sections of these titles in one go, with the list to be corrected first. */
export function TitleLinks() {
  const session = useSession();
  const [lines, setLines] = useState<readonly TitledLine[] | null>(null);
  useEffect(
    () =>
      session.dialogs.register("title-links", () =>
        setLines(titledLines(session.store.state, session.store.index)),
      ),
    [session],
  );
  return (
    <Panel
      title="Link titles to their sections"
      open={lines !== null}
      onClose={() => setLines(null)}
      onReturn={() => session.viewport.focus()}
    >
      {lines && <TitleForm lines={lines} onDone={() => setLines(null)} />}
    </Panel>
  );
}

function TitleForm({ lines, onDone }: { lines: readonly TitledLine[]; onDone: () => void }) {
  const session = useSession();
  const [meant, setMeant] = useState<readonly (Heading | null)[]>(() => lines.map((line) => line.meant));
  const [back, setBack] = useState(false);
  const [words, setWords] = useState("Back to the list");
  const linked = lines.flatMap(({ from, to }, i) => {
    const heading = meant[i];
    return heading ? [{ from, to, meant: heading }] : [];
  });

  function link() {
    session.dispatch(
      linkTitles(
        session.store.state.tr,
        session.store.index,
        linked,
        back ? words.trim() || "Back to the list" : null,
      ),
    );
    session.notices.say(
      `${counted(linked.length, "title leads to its section", "titles lead to their sections")}${back ? ", and back" : ""}.`,
      { undo: true },
    );
    onDone();
  }

  if (lines.length === 0)
    return (
      <p className="px-4 pb-4 text-sm text-quiet">
        There are no lines here. Select the lines of a typed list, or put the cursor in it.
      </p>
    );
  return (
    <form
      className="flex max-h-[75vh] flex-col gap-3 p-4 pt-1"
      onSubmit={(event) => {
        event.preventDefault();
        link();
      }}
    >
      <ul aria-label="Titles" className="min-h-0 overflow-y-auto text-sm">
        {lines.map((line, i) => (
          <li key={line.from} className="grid grid-cols-2 items-center gap-3 border-b border-line py-1">
            <span className="truncate" dir="auto" title={line.text}>
              {shortened(line.text, 80)}
            </span>
            <SectionChoice
              line={line}
              meant={meant[i] ?? null}
              onChange={(heading) => setMeant(meant.map((one, n) => (n === i ? heading : one)))}
            />
          </li>
        ))}
      </ul>
      <Check
        label="With a return link at the end of each of these sections"
        checked={back}
        onChange={setBack}
      />
      {back && (
        <TextField
          label="Words of the return link"
          value={words}
          onChange={(event) => setWords(event.target.value)}
        />
      )}
      <FormButtons
        submit={`Link ${counted(linked.length, "title")}`}
        disabled={linked.length === 0}
        onCancel={onDone}
        focusSubmit
      />
    </form>
  );
}

const MAX_OFFERED = 12;

/** The section of one line: that of its title, others that are close to it, or none. */
function SectionChoice({
  line,
  meant,
  onChange,
}: {
  line: TitledLine;
  meant: Heading | null;
  onChange: (heading: Heading | null) => void;
}) {
  const { index } = useSession().store;
  const close = line.text
    .split(/\s+/)
    .flatMap((word) => placesSought(index, word))
    .flatMap((found) =>
      found.kind === "destination" && found.place.kind === "heading" ? [found.place] : [],
    );
  const offered = [
    ...new Map([line.meant, meant, ...close].flatMap((it) => (it ? [[it.id, it]] : []))).values(),
  ];
  return (
    <select
      aria-label={`Section of “${shortened(line.text, 60)}”`}
      value={meant?.id ?? ""}
      onChange={(event) => onChange(offered.find(({ id }) => id === event.target.value) ?? null)}
      className={fieldLook("min-w-0")}
    >
      <option value="">No section</option>
      {offered.slice(0, MAX_OFFERED).map((heading) => (
        <option key={heading.id} value={heading.id}>
          {[index.numbers.get(heading.id), shortened(heading.name, 60)].filter(Boolean).join(" ")}
        </option>
      ))}
    </select>
  );
}
