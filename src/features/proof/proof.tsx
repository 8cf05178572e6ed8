"use client";

import { useMemo } from "react";
import { Sign } from "@/components/signs";
import { shortened } from "@/core/document";
import { resolveLinks } from "@/core/links";
import { FINDING_NAMES, readProof, type Finding } from "@/core/proof";
import { useSession, useSessionValue } from "@/editor";
import { useGoToText } from "@/features/frame/go-to-text";

/** The stage on which every link is followed and the structure read. */
export function Proof() {
  const index = useSessionValue((it) => it.index);
  const findings = useMemo(() => readProof(index), [index]);
  const links = resolveLinks(index);
  const landing = links.filter((link) => link.lands).length;
  const kinds = Object.keys(FINDING_NAMES) as Finding["kind"][];
  return (
    <main className="h-full overflow-y-auto">
      <div className="mx-auto max-w-3xl px-6 py-8">
        <h1 className="font-serif text-2xl font-semibold">Proof</h1>
        <p className="mt-1 text-quiet">
          {links.length === 0
            ? "There are no links yet."
            : landing === links.length
              ? `All ${links.length} links were followed, and every one lands.`
              : `${links.length} links were followed: ${landing} land, ${links.length - landing} are adrift.`}{" "}
          {findings.length === 0 && "Nothing else was found."}
        </p>
        {kinds.map((kind) => (
          <FindingGroup
            key={kind}
            kind={kind}
            findings={findings.filter((finding) => finding.kind === kind)}
          />
        ))}
      </div>
    </main>
  );
}

function FindingGroup({ kind, findings }: { kind: Finding["kind"]; findings: readonly Finding[] }) {
  const session = useSession();
  const index = useSessionValue((it) => it.index);
  const goToText = useGoToText();
  if (findings.length === 0) return null;
  return (
    <section className="mt-8" aria-labelledby={`group-${kind}`}>
      <h2 id={`group-${kind}`} className="mb-2 flex items-center gap-2 font-semibold">
        {kind === "adrift" && <Sign kind="fault" />}
        {FINDING_NAMES[kind]}
        <span className="font-normal text-quiet">{findings.length}</span>
      </h2>
      <ul className="border-t border-line">
        {findings.slice(0, 200).map((finding) => (
          <li key={`${finding.places[0]!.from} ${finding.says}`} className="border-b border-line py-2.5">
            <p className="break-words" dir="auto">
              {finding.says}
            </p>
            <p className="mt-1 flex flex-wrap gap-x-4 gap-y-1 text-sm">
              {finding.places.slice(0, 6).map((place) => (
                <button
                  key={place.from}
                  type="button"
                  className="underline decoration-hemp underline-offset-3 hover:text-tide"
                  onClick={() => goToText(() => session.jump(place.from, place.to))}
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
