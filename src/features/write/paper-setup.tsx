import { Check, Choice } from "@/components/field";
import { LEAST_ROOM, PAPERS, settingsOf, setupOf, type PageSetup, type StyleSheet } from "@/core/document";
import { changeStyles, setDocumentLanguage, useSession, useSessionValue } from "@/editor";
import { Amount } from "./amount";
import { languagesOffered } from "./languages";

const MM = 72 / 25.4;
const inMm = (points: number) => Math.round((points / MM) * 10) / 10;
type PaperName = keyof typeof PAPERS;
const NAMES = Object.keys(PAPERS) as PaperName[];
const CHOICES = [
  ...NAMES.map((name) => ({ value: name as PaperName | "own", label: name })),
  { value: "own" as const, label: "Another size" },
];
const SIDES = ["top", "right", "bottom", "left"] as const;

/** The paper, its margins, and where sections begin on it. */
export function PaperSetup({ sheet }: { sheet: StyleSheet }) {
  const session = useSession();
  const setup = setupOf(sheet);
  const language = useSessionValue((it) => settingsOf(it.state.doc).language);
  function change(more: Partial<PageSetup>) {
    const next = { ...setup, ...more };
    const room = [
      next.width - next.margins.left - next.margins.right,
      next.height - next.margins.top - next.margins.bottom,
    ];
    if (room.some((points) => points < LEAST_ROOM))
      return session.say(`These margins leave less than ${Math.round(inMm(LEAST_ROOM))} mm for the text.`);
    session.run(changeStyles({ page: { setup: next } }), { focus: false });
  }
  const named =
    NAMES.find((name) => PAPERS[name].width === setup.width && PAPERS[name].height === setup.height) ?? "own";
  return (
    <details className="mt-3 border-t border-line pt-2">
      <summary className="cursor-pointer font-medium">Paper</summary>
      <div className="mt-2 grid grid-cols-2 gap-2">
        <div className="col-span-2">
          <Choice
            label="Language of the text"
            value={language}
            options={languagesOffered(language)}
            onChange={(tag) => session.run(setDocumentLanguage(tag), { focus: false })}
          />
        </div>
        <div className="col-span-2">
          <Choice
            label="Size"
            value={named}
            options={CHOICES}
            onChange={(name) => change(name === "own" ? { width: setup.width + MM } : PAPERS[name])}
          />
        </div>
        {named === "own" &&
          (["width", "height"] as const).map((side) => (
            <Amount
              key={side}
              label={side === "width" ? "Width" : "Height"}
              unit="mm"
              value={inMm(setup[side])}
              least={45}
              most={1_700}
              onChange={(mm) => mm !== null && change({ [side]: mm * MM })}
            />
          ))}
        {SIDES.map((side) => (
          <Amount
            key={side}
            label={`Margin ${side}`}
            unit="mm"
            value={inMm(setup.margins[side])}
            least={0}
            most={700}
            onChange={(mm) => mm !== null && change({ margins: { ...setup.margins, [side]: mm * MM } })}
          />
        ))}
      </div>
      <div className="mt-2 grid gap-1">
        <Check
          label="What starts a page starts on the right"
          checked={setup.rightHand}
          onChange={(rightHand) => change({ rightHand })}
        />
        <Check
          label="Roman numbers before the first section"
          checked={setup.romanFront}
          onChange={(romanFront) => change({ romanFront })}
        />
      </div>
    </details>
  );
}
