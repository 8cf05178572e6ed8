import { Check, Choice, KeptField } from "@/components/field";
import {
  asKind,
  idOf,
  listCountSchema,
  listMarker,
  MAX_AFFIX_LETTERS,
  NUMERALS,
  type ListCount,
} from "@/core/document";
import {
  hasBoxes,
  listHere,
  setCount,
  toggleBoxes,
  useSession,
  useDocument,
  type DocumentStore,
} from "@/editor";

const COUNTS = NUMERALS.map((value) => ({
  value,
  label: [1, 2, 3]
    .map((n) => listMarker({ ...listCountSchema.parse({}), numerals: value, after: "" }, n))
    .join(", "),
}));

/** What there is to say of the list around the caret, the innermost; where there is none, nothing. */
export function ListOptions() {
  const session = useSession();
  const list = useDocument((it) => listHere(it.state)?.node ?? null);
  const where = useDocument(placeOfList);
  const boxes = useDocument((it) => hasBoxes(it.state));
  if (!list) return null;
  const count = asKind(list, "ordered_list");
  return (
    <section aria-label="List" className="grid gap-3 border-b border-line px-4 py-3 text-sm">
      <h2 className="font-semibold">{count ? "Numbered list" : "Bullet list"}</h2>
      {count && <CountOptions key={where} count={count} />}
      <Check
        label="Check boxes"
        checked={boxes}
        onChange={() => session.run(toggleBoxes, { focus: false })}
      />
    </section>
  );
}

/** By which list fields are known: one list's words are never put into another. */
function placeOfList({ state }: DocumentStore): string {
  const list = listHere(state);
  if (!list) return "";
  const $list = state.doc.resolve(list.pos);
  const within = Array.from({ length: list.depth - 1 }, (_, i) => $list.index(i + 1));
  return [idOf(state.doc.child($list.index(0))), ...within].join(" ");
}

function CountOptions({ count }: { count: ListCount }) {
  const session = useSession();
  const set = (change: Partial<ListCount>) => session.run(setCount(change), { focus: false });
  const beside = (part: "before" | "after") => (words: string) =>
    listCountSchema.shape[part].safeParse(words).success && set({ [part]: words });
  return (
    <>
      <Choice
        label="Counted"
        value={count.numerals}
        options={COUNTS}
        onChange={(numerals) => set({ numerals })}
      />
      <div className="grid grid-cols-2 gap-2">
        <KeptField
          label="Before it"
          value={count.before}
          maxLength={MAX_AFFIX_LETTERS}
          onKeep={beside("before")}
        />
        <KeptField
          label="After it"
          value={count.after}
          maxLength={MAX_AFFIX_LETTERS}
          onKeep={beside("after")}
        />
      </div>
      <Check
        label="Continues the previous list"
        checked={count.continues}
        onChange={(continues) => set({ continues })}
      />
      {!count.continues && (
        <KeptField
          label="Starts at"
          inputMode="numeric"
          value={String(count.start)}
          onKeep={(words) => {
            const { data: start } = listCountSchema.shape.start.safeParse(
              words === "" ? null : Number(words),
            );
            if (start !== undefined) set({ start });
          }}
        />
      )}
    </>
  );
}
