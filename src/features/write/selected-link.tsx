import { useId } from "react";
import { Button } from "@/components/button";
import { counted } from "@/components/counted";
import { Choice, fieldLook } from "@/components/field";
import { Sign } from "@/components/signs";
import { shortened, type LinkLook } from "@/core/document";
import type { LinkPlace } from "@/core/destinations";
import { calledOf, follow, targetKey } from "@/core/links";
import { linkAt, looksIn, setLooks, useSession, useSessionValue, type Session } from "@/editor";
import { TargetSign } from "@/features/frame/target-sign";

const LOOKS: readonly { value: LinkLook; label: string }[] = [
  { value: "underlined", label: "Underlined" },
  { value: "plain", label: "As the words around it" },
  { value: "button", label: "Button" },
];

/** The link in which the caret stands, or what is chosen: where it leads, how it looks, what readers are told of it beforehand. */
export function SelectedLink() {
  const session = useSession();
  // Drawn anew with the caret and with every change, as long as it stands in a link.
  useSessionValue((it) => (linkHere(it) ? it.state : null));
  useSessionValue((it) => it.elsewhere.shelf);
  const link = linkHere(session);
  return link && <LinkSection key={link.from} link={link} />;
}

function linkHere({ index, state: { selection } }: Session): LinkPlace | null {
  // Just behind the words that are chosen another may begin.
  const link = linkAt(index, selection.empty ? selection.from : selection.from + 1);
  return link && selection.to <= link.to ? link : null;
}

function LinkSection({ link }: { link: LinkPlace }) {
  const session = useSession();
  const { index, elsewhere } = session;
  const hintId = useId();
  const followed = follow(link.target, index, elsewhere.shelf);
  const { look, hint } = looksIn(session.state.doc, link.from, link.to);
  const key = targetKey(link.target);
  const same = index.links.filter(({ target }) => targetKey(target) === key);

  function set(looks: Parameters<typeof setLooks>[2]) {
    const now = linkHere(session);
    if (now) session.dispatch(setLooks(session.state.tr, now, looks));
  }

  function goToNext() {
    const next = same.find(({ from }) => from > link.from) ?? same[0]!;
    session.jumps.toPlace(next.from, next.to);
  }

  return (
    <section aria-label="Link at the caret" className="border-b border-line px-4 py-3 text-sm">
      <h2 className="mb-2 font-semibold">Link</h2>
      {followed.lands ? (
        <p className="mb-3 flex items-center gap-2">
          <TargetSign target={link.target} destination={followed.destination} />
          <span className="min-w-0 flex-1 truncate" dir="auto">
            {shortened(calledOf(link.target, index, elsewhere.shelf), 80) || "Untitled"}
          </span>
          <Button onClick={() => session.follow(link.target)}>
            {link.target.kind === "action" ? "Do" : "Go"}
          </Button>
        </p>
      ) : (
        <p className="mb-3 flex items-start gap-2 text-vermilion">
          <Sign kind="fault" className="mt-1 !self-start" />
          <span>Adrift. {followed.why}</span>
        </p>
      )}
      <div className="mb-3 grid gap-2">
        <Choice label="Look" value={look} options={LOOKS} onChange={(value) => set({ look: value })} />
        <div>
          <label htmlFor={hintId} className="mb-1 block font-medium">
            Hint for readers
          </label>
          <input
            id={hintId}
            key={hint}
            defaultValue={hint}
            maxLength={1_000}
            placeholder="Shown where the pointer rests on it"
            onBlur={(event) => event.target.value !== hint && set({ hint: event.target.value.trim() })}
            onKeyDown={(event) => event.key === "Enter" && event.currentTarget.blur()}
            className={fieldLook()}
          />
        </div>
      </div>
      {same.length > 1 && (
        <div className="flex flex-wrap items-center gap-2">
          <span className="text-quiet">{counted(same.length, "link leads", "links lead")} there.</span>
          <Button onClick={goToNext}>Next of them</Button>
          <Button
            look="quiet"
            onClick={() => session.askToLead(same)}
            title="Leads all of them to another place in one step"
          >
            Lead all elsewhere
          </Button>
        </div>
      )}
    </section>
  );
}
