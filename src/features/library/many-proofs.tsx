import Link from "next/link";
import { useEffect, useState } from "react";
import { counted, formatted } from "@/components/counted";
import { KindIcon } from "@/components/kind-icons";
import { ask } from "@/contract/ask";
import { getDocument, type LibraryDocument } from "@/contract/documents";
import { shortened } from "@/core/model/shortened";
import { keysOf } from "@/core/keys-of";
import { FINDING_NAMES } from "@/core/proof/finding";
import { proveApart, type DocumentProof } from "@/editor/proof/prove-apart";
import { messageOf } from "@/core/thrown";

type Proved = DocumentProof | { readonly fault: string };

/** The proof of several documents, one after the other; each leads to its own Proof stage. */
export default function ManyProofs({ documents }: { documents: readonly LibraryDocument[] }) {
  // What is chosen meanwhile is not what was asked about.
  const [asked] = useState(documents);
  const [proved, setProved] = useState<ReadonlyMap<string, Proved>>(new Map());
  useEffect(() => {
    const abort = new AbortController();
    const prove = async () => {
      for (const { id } of asked) {
        const one: Proved = await ask(getDocument, { id, query: {} }, { signal: abort.signal })
          .then(({ document }) => proveApart(document, abort.signal))
          .catch((error: unknown) => ({ fault: messageOf(error) }));
        if (abort.signal.aborted) return;
        setProved((before) => new Map(before).set(id, one));
      }
    };
    void prove();
    return () => abort.abort();
  }, [asked]);
  const clean = [...proved.values()].filter((one) => countOf(one) === 0).length;
  return (
    <div className="px-4 pb-4 text-sm">
      <p role="status" className="py-2 text-quiet">
        {proved.size < asked.length
          ? `${formatted(proved.size)} of ${counted(asked.length, "document")} proved`
          : `${counted(asked.length, "document")} proved; ${formatted(clean)} without a finding`}
      </p>
      <ul aria-label="What was found" className="max-h-96 divide-y divide-line overflow-y-auto">
        {asked.map(({ id, title }) => (
          <li key={id} className="py-2">
            <Link
              href={`/documents/${id}/proof`}
              dir="auto"
              className="font-serif text-base hover:text-tide hover:underline"
            >
              {shortened(title, 120) || "Untitled"}
            </Link>
            <ProofLine proved={proved.get(id)} />
          </li>
        ))}
      </ul>
    </div>
  );
}

function ProofLine({ proved }: { proved: Proved | undefined }) {
  if (!proved) return <p className="text-quiet">Waiting …</p>;
  if ("fault" in proved) return <p className="text-vermilion">{proved.fault}</p>;
  if (countOf(proved) === 0) return <p className="text-quiet">Nothing found.</p>;
  return (
    <ul>
      {keysOf(FINDING_NAMES).map((kind) =>
        proved[kind] === undefined ? null : (
          <li key={kind} className="flex items-baseline gap-2">
            <KindIcon kind="fault" /> {FINDING_NAMES[kind]}: {formatted(proved[kind])}
          </li>
        ),
      )}
    </ul>
  );
}

function countOf(proved: Proved): number {
  return "fault" in proved ? 1 : Object.values(proved).reduce((sum, count) => sum + count, 0);
}
