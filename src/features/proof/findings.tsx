import { useEffect } from "react";
import { formatted } from "@/components/counted";
import { Button } from "@/components/button";
import { Sign } from "@/components/signs";
import { settingsOf, shortened } from "@/core/document";
import { FINDING_NAMES, signFindings, type Finding } from "@/core/proof";
import { oldNames } from "@/core/links";
import { brokenPromises, keepPromises } from "@/core/wayfinding";
import {
  linkRange,
  targetOf,
  useSession,
  useSessionValue,
  wordAnew,
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
  const missing = useSessionValue((it) => it.derived.missingSigns);
  const counts = useSessionValue((it) => it.derived.links?.value ?? null);
  const current = useSessionValue((it) => (it.derived.proof?.current && it.derived.links?.current) ?? false);
  const findings = proof && [...proof, ...signFindings(missing)];
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

function wordsFor({ all, adrift }: LinkCount, findings: readonly Finding[]): string {
  const links =
    all === 0
      ? "There are no links in the text yet; lists and ways back lead by themselves."
      : adrift === 0
        ? all === 1
          ? "The one link was followed, and lands."
          : `All ${formatted(all)} links were followed, and every one lands.`
        : `${formatted(all)} links were followed: ${formatted(all - adrift)} land, ${formatted(adrift)} are adrift.`;
  return findings.length === 0 ? `${links} Nothing else was found.` : links;
}

function FindingGroup({ kind, findings }: { kind: Finding["kind"]; findings: readonly Finding[] }) {
  const session = useSession();
  const index = useSessionValue((it) => it.outline);
  const goToText = useGoToText();
  if (findings.length === 0) return null;
  return (
    <section className="mt-8" aria-labelledby={`group-${kind}`}>
      <h2 id={`group-${kind}`} className="mb-2 flex items-center gap-2 font-semibold">
        {kind === "adrift" && <Sign kind="fault" />}
        {FINDING_NAMES[kind]}
        <span className="font-normal text-quiet">{findings.length}</span>
        {kind === "old-name" && findings.length > 1 && (
          <Button className="ml-auto" onClick={() => wordAllAnew(session)}>
            Word all {findings.length} anew
          </Button>
        )}
      </h2>
      <ul className="border-t border-line">
        {findings.slice(0, 200).map((finding) => (
          <li key={`${finding.places[0]!.from} ${finding.says}`} className="border-b border-line py-2.5">
            <p className="break-words" dir="auto">
              {finding.says}
            </p>
            <p className="mt-1 flex flex-wrap items-center gap-x-4 gap-y-1 text-sm">
              <Mend finding={finding} />
              {finding.places.slice(0, 6).map((place) => (
                <button
                  key={place.from}
                  type="button"
                  className="underline decoration-hemp underline-offset-3 hover:text-tide"
                  onClick={() => goToText(() => session.jumps.toPlace(place.from, place.to))}
                >
                  Go to it in {shortened(index.sectionAt(place.from)?.name || "the beginning", 40)}
                </button>
              ))}
              {finding.places.length > 6 && (
                <span className="text-quiet">and {finding.places.length - 6} more</span>
              )}
            </p>
          </li>
        ))}
      </ul>
      {findings.length > 200 && (
        <p className="mt-2 text-sm text-quiet">{findings.length - 200} more of this kind.</p>
      )}
    </section>
  );
}

/** The change that puts a finding right in one step; none where it is not known what is meant. */
function Mend({ finding: { kind, places } }: { finding: Finding }) {
  const session = useSession();
  const place = places[0]!;
  if (kind === "old-name")
    return (
      <Button
        onClick={() => {
          const outdated = oldNames(session.index).find(({ link }) => link.from === place.from);
          if (!outdated) return;
          session.dispatch(wordAnew(session.state.tr, [outdated]));
          session.say("The link is worded as its place is called now.", { undo: true });
        }}
      >
        Word it anew
      </Button>
    );
  if (kind === "broken-promise")
    return (
      <Button
        onClick={() => {
          const pages = session.pagesShown ?? undefined;
          session.dispatch(keepPromises(session.state.tr, session.index, pages));
          const { promises = {} } = settingsOf(session.state.doc).returns;
          const left = brokenPromises(session.index, promises, session.pagesShown ?? undefined).length;
          session.say(
            left === 0
              ? "The promises hold now."
              : "Lists and ways back were added. What still does not hold needs more headings, or a promise that says less.",
            { undo: true },
          );
        }}
      >
        Add the lists and ways back that are missing
      </Button>
    );
  if (kind === "misleading-words" && place.id)
    return (
      <Button
        onClick={() => {
          const named = session.index.destination(place.id!);
          if (!named || session.index.links.every(({ from }) => from !== place.from)) return;
          session.dispatch(linkRange(session.state.tr, place.from, place.to, targetOf(named)));
          session.say(`The link leads to “${shortened(named.name, 40)}” now.`, { undo: true });
        }}
      >
        Lead it to what it says
      </Button>
    );
  return null;
}

function wordAllAnew(session: Session): void {
  const outdated = oldNames(session.index);
  session.dispatch(wordAnew(session.state.tr, outdated));
  session.say(`Worded ${outdated.length} links anew.`, { undo: true });
}
