import { Button } from "@/components/button";
import { counted } from "@/components/counted";
import { Choice, KeptField } from "@/components/field";
import type { LinkLook } from "@/core/document";
import type { LinkPlace } from "@/core/index";
import { targetKey } from "@/core/links";
import { linkAt, looksIn, setLooks, useSession, useDocument, type DocumentStore } from "@/editor";
import { LeadsTo } from "./leads-to";

const LOOKS: readonly { value: LinkLook; label: string }[] = [
  { value: "underlined", label: "Underlined" },
  { value: "plain", label: "As the words around it" },
  { value: "button", label: "Button" },
];

/** The link in which the caret stands, or what is chosen: where it leads, how it looks, what readers are told of it beforehand. */
export function SelectedLink() {
  const session = useSession();
  // Drawn again with the caret and with every change, as long as it stands in a link.
  useDocument((it) => (linkHere(it) ? it.state : null));
  const link = linkHere(session.store);
  return link && <LinkSection key={link.from} link={link} />;
}

function linkHere({ index, state: { selection } }: DocumentStore): LinkPlace | null {
  // Just behind the words that are chosen another may begin.
  const link = linkAt(index, selection.empty ? selection.from : selection.from + 1);
  return link && selection.to <= link.to ? link : null;
}

function LinkSection({ link }: { link: LinkPlace }) {
  const session = useSession();
  const index = useDocument((it) => it.index);
  const { look, hint } = looksIn(index.doc, link.from, link.to);
  const key = targetKey(link.target);
  const same = index.links.filter(({ target }) => targetKey(target) === key);

  function set(looks: Parameters<typeof setLooks>[2]) {
    const now = linkHere(session.store);
    if (now) session.dispatch(setLooks(session.store.state.tr, now, looks));
  }

  function goToNext() {
    const next = same.find(({ from }) => from > link.from) ?? same[0]!;
    session.jumps.toPlace(next.from, next.to);
  }

  return (
    <section aria-label="Link at the cursor" className="border-b border-line px-4 py-3 text-sm">
      <h2 className="mb-2 font-semibold">Link</h2>
      <LeadsTo target={link.target} />
      <div className="mb-3 grid gap-2">
        <Choice label="Look" value={look} options={LOOKS} onChange={(value) => set({ look: value })} />
        <KeptField
          label="Hint for readers"
          value={hint}
          maxLength={1_000}
          placeholder="Shown where the pointer rests on it"
          onKeep={(words) => set({ hint: words })}
        />
      </div>
      {same.length > 1 && (
        <div className="flex flex-wrap items-center gap-2">
          <span className="text-quiet">{counted(same.length, "link leads", "links lead")} there.</span>
          <Button onClick={goToNext}>Next one</Button>
          <Button
            look="quiet"
            onClick={() => session.following.askToLead(same)}
            title="Links all of them to another place in one step"
          >
            Change all destinations
          </Button>
        </div>
      )}
    </section>
  );
}
