import { Check, Choice } from "@/components/field";
import { hasRoom, MIN_ROOM_POINTS, MAX_COLUMNS, PAPERS, type Columns, type Paper } from "@/core/document";
import { useSession } from "@/editor";
import { keysOf } from "@/core/keys-of";
import { Amount } from "./amount";

const MM = 72 / 25.4;
const inMm = (points: number) => Math.round((points / MM) * 10) / 10;
type PaperName = keyof typeof PAPERS;
const NAMES = keysOf(PAPERS);
const CHOICES: { value: PaperName | "own"; label: string }[] = [
  ...NAMES.map((name) => ({ value: name, label: name })),
  { value: "own", label: "Another size" },
];
const SIDES = ["top", "right", "bottom", "left"] as const;
const COLUMNS = Array.from({ length: MAX_COLUMNS }, (_, i) => ({
  value: String(i + 1),
  label: String(i + 1),
}));
/** Between columns that are chosen again, in points. */
const FIRST_GAP = 7 * MM;

/** How large paper is, how it lies, and where the text stands on it. */
export function PaperFields<P extends Paper>({
  paper,
  onChange,
}: {
  paper: P;
  onChange: (paper: P) => void;
}) {
  const session = useSession();
  const change = (more: Partial<Paper>) => {
    const next = { ...paper, ...more };
    if (hasRoom(next)) onChange(next);
    else
      session.notices.say(
        next.columns
          ? "These margins and columns leave no room for text."
          : `These margins leave less than ${Math.round(inMm(MIN_ROOM_POINTS))} mm for the text.`,
      );
  };
  const setColumns = (columns: Columns | undefined) => {
    const { columns: _, ...rest } = paper;
    if (columns) change({ columns });
    else onChange(rest as P);
  };
  const { width, height, margins, columns } = paper;
  const across = width > height;
  const [short, long] = across ? [height, width] : [width, height];
  const named = NAMES.find((name) => PAPERS[name].width === short && PAPERS[name].height === long) ?? "own";
  const sized = (size: { width: number; height: number }) =>
    change(across ? { width: size.height, height: size.width } : { width: size.width, height: size.height });
  return (
    <div className="mt-2 grid grid-cols-2 gap-2">
      <div className="col-span-2">
        <Choice
          label="Size"
          value={named}
          options={CHOICES}
          onChange={(name) => sized(name === "own" ? { width: short + MM, height: long } : PAPERS[name])}
        />
      </div>
      {named === "own" &&
        (["width", "height"] as const).map((side) => (
          <Amount
            key={side}
            label={side === "width" ? "Width" : "Height"}
            unit="mm"
            value={inMm(paper[side])}
            least={45}
            most={1_700}
            onChange={(mm) => mm !== null && change({ [side]: mm * MM })}
          />
        ))}
      <Check
        className="col-span-2"
        label="Landscape"
        checked={across}
        onChange={() => change({ width: height, height: width })}
      />
      {SIDES.map((side) => (
        <Amount
          key={side}
          label={`Margin ${side}`}
          unit="mm"
          value={inMm(margins[side])}
          least={0}
          most={700}
          onChange={(mm) => mm !== null && change({ margins: { ...margins, [side]: mm * MM } })}
        />
      ))}
      <Choice
        label="Columns"
        value={String(columns?.count ?? 1)}
        options={COLUMNS}
        onChange={(count) =>
          setColumns(count === "1" ? undefined : { count: Number(count), gap: columns?.gap ?? FIRST_GAP })
        }
      />
      {columns && (
        <Amount
          label="Gap"
          unit="mm"
          value={inMm(columns.gap)}
          least={0}
          most={100}
          onChange={(mm) => mm !== null && setColumns({ ...columns, gap: mm * MM })}
        />
      )}
    </div>
  );
}
