import { useEffect } from "react";
import { counted, formatted } from "@/components/counted";
import { Button } from "@/components/button";
import { OneStopList } from "@/components/one-stop-list";
import { KindIcon } from "@/components/kind-icons";
import { settingsOf, shortened } from "@/core/document";
import { FINDING_NAMES, characterFindings, type Finding } from "@/core/proof";
import { oldNames } from "@/core/links";
import { brokenPromises, keepPromises } from "@/core/wayfinding";
import {
  linkRange,
  targetOf,
  useSession,
  useDocument,
  useSessionValue,
  rewordLinks,
  type LinkCount,
  type Session,
} from "@/editor";
import { useGoToText } from "@/features/frame/go-to-text";
import { keysOf } from "@/core/keys-of";

/** All that the proof found, kind by kind. */
export function Findings() {
  const session = useSession();
  useEffect(() => session.derived.watchProof(), [session]);
  const proof = useSessionValue((it) => it.derived.proof?.value ?? null);
  const missing = useSessionValue((it) => it.derived.missingCharacters);
  const counts = useSessionValue((it) => it.derived.links?.value ?? null);
  const current = useSessionValue((it) => (it.derived.proof?.current && it.derived.links?.current) ?? false);
  const findings = proof && [...proof, ...characterFindings(missing)];
  const kinds = keysOf(FINDING_NAMES);
  return (
    <div className="min-h-0 flex-1 overflow-y-auto pb-8">
      <p className="mt-1 text-quiet" role="status" aria-busy={!current}>
        {current && counts && findings ? wordsFor(counts, findings) : "Following every link …"}
      </p>
      {kinds.map((kind) => (
        <FindingGroup
          key={kind}
          kind={kind}
          findings={(findings ?? []).filter((finding) => finding.kind === kind)}
        />
      ))}
    </div>
  );
}

function wordsFor({ all, broken }: LinkCount, findings: readonly Finding[]): string {
  const links =
    all === 0
      ? "There are no links in the text yet; lists and return links work by themselves."
      : broken === 0
        ? all === 1
          ? "The only link was followed, and it lands."
          : `All ${formatted(all)} links were followed, and every one lands.`
        : `${formatted(all)} links were followed: ${formatted(all - broken)} land, ${formatted(broken)} are broken.`;
  return findings.length === 0 ? `${links} Nothing else was found.` : links;
}

function FindingGroup({ kind, findings }: { kind: Finding["kind"]; findings: readonly Finding[] }) {
  const session = useSession();
  const index = useDocument((it) => it.outline);
  const goToText = useGoToText();
  if (findings.length === 0) return null;
  return (
    <section className="mt-8" aria-labelledby={`group-${kind}`}>
      <div className="mb-2 flex items-center gap-2">
        <h2 id={`group-${kind}`} className="flex items-center gap-2 font-semibold">
          {kind === "broken" && <KindIcon kind="fault" />}
          {FINDING_NAMES[kind]} <span className="font-normal text-quiet">{findings.length}</span>
        </h2>
        {kind === "old-name" && findings.length > 1 && (
          <Button className="ml-auto" onClick={() => rewordAll(session)}>
            Update all {findings.length}
          </Button>
        )}
      </div>
      <OneStopList className="border-t border-line">
        {findings.slice(0, 200).map((finding) => (
          <li key={`${finding.places[0]!.from} ${finding.says}`} className="border-b border-line py-2.5">
            <p className="break-words" dir="auto">
              {finding.says}
            </p>
            <p className="mt-1 flex flex-wrap items-center gap-x-4 gap-y-1 text-sm">
              <Mend finding={finding} />
              {finding.places.slice(0, 6).map((place, i) => (
                <button
                  key={place.from}
                  type="button"
                  className="underline decoration-hemp underline-offset-3 hover:text-tide"
                  onClick={() => goToText(() => session.jumps.toPlace(place.from, place.to))}
                >
                  Go to {sectionWords(index.sectionAt(place.from)?.name)}
                  {nth(
                    finding.places
                      .slice(0, i)
                      .filter(({ from }) => index.sectionAt(from)?.name === index.sectionAt(place.from)?.name)
                      .length,
                  )}
                </button>
              ))}
              {finding.places.length > 6 && (
                <span className="text-quiet">and {finding.places.length - 6} more</span>
              )}
            </p>
          </li>
        ))}
      </OneStopList>
      {findings.length > 200 && (
        <p className="mt-2 text-sm text-quiet">{findings.length - 200} more of this kind.</p>
      )}
    </section>
  );
}

/** Tells places in one section apart: the second and those after it are counted. */
function nth(before: number): string {
  return before === 0 ? "" : `, place ${before + 1}`;
}

/** The change that puts a finding right in one step; none where it is not known what is meant. */
function Mend({ finding: { kind, places } }: { finding: Finding }) {
  const session = useSession();
  const place = places[0]!;
  if (kind === "old-name")
    return (
      <Button
        onClick={() => {
          const outdated = oldNames(session.store.index).find(({ link }) => link.from === place.from);
          if (!outdated) return;
          session.dispatch(rewordLinks(session.store.state.tr, [outdated]));
          session.notices.say("The link now has the name of its destination.", { undo: true });
        }}
      >
        Update its words
      </Button>
    );
  if (kind === "broken-promise")
    return (
      <Button
        onClick={() => {
          const pages = session.pagesShown ?? undefined;
          session.dispatch(keepPromises(session.store.state.tr, session.store.index, pages));
          const { promises = {} } = settingsOf(session.store.state.doc).returns;
          const left = brokenPromises(session.store.index, promises, session.pagesShown ?? undefined).length;
          session.notices.say(
            left === 0
              ? "The promises hold now."
              : "Lists and return links were added. What still does not hold needs more headings or a weaker promise.",
            { undo: true },
          );
        }}
      >
        Add the missing lists and return links
      </Button>
    );
  if (kind === "misleading-words" && place.id)
    return (
      <Button
        onClick={() => {
          const named = session.store.index.destination(place.id!);
          if (!named || session.store.index.links.every(({ from }) => from !== place.from)) return;
          session.dispatch(linkRange(session.store.state.tr, place.from, place.to, targetOf(named)));
          session.notices.say(`The link leads to “${shortened(named.name, 40)}” now.`, { undo: true });
        }}
      >
        Link to what it says
      </Button>
    );
  return null;
}

function rewordAll(session: Session): void {
  const outdated = oldNames(session.store.index);
  session.dispatch(rewordLinks(session.store.state.tr, outdated));
  session.notices.say(`Updated the words of ${counted(outdated.length, "link")}.`, { undo: true });
}

/** A section as a button names it. */
function sectionWords(name: string | undefined): string {
  return name ? `“${shortened(name, 40)}”` : "the beginning";
}
