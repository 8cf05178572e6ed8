import { addressOf } from "@/contract/call";
import { getPdfFile } from "@/contract/pdf";
import { Download, LoaderCircle, X } from "lucide-react";
import Link from "next/link";
import { useEffect, useRef, useState } from "react";
import { Button, buttonLook } from "@/components/button";
import { shortened } from "@/core/document";
import { codePointName } from "@/core/model/code-point-name";
import { counted, formatted, sized } from "@/components/counted";
import { KindIcon } from "@/components/kind-icons";
import { useSession, useSessionValue } from "@/editor";
import type { FileJob } from "@/core/collab";
import { messageOf } from "@/core/thrown";
import { beginPdf, cancelPdf, followPdf, type ChosenPdf, type MakingPdf } from "./make-pdf";
import { PdfChoices } from "./pdf-choices";

type State = FileJob["state"] | { readonly kind: "asking" } | null;

/** The PDF: its options, how far it is, and whether every link lands in it. */
export function PdfSection() {
  const session = useSession();
  const pages = useSessionValue((it) => it.pagesShown?.labels.count ?? null);
  const [options, setOptions] = useState<ChosenPdf>({});
  const [state, setState] = useState<State>(null);
  const [making, setMaking] = useState<MakingPdf | null>(null);
  const following = useRef<AbortController | null>(null);
  const result = useRef<HTMLDivElement>(null);
  useEffect(() => () => following.current?.abort(), []);

  async function make() {
    following.current?.abort();
    const abort = new AbortController();
    following.current = abort;
    setState({ kind: "asking" });
    try {
      const begun = await beginPdf(session, options);
      setMaking(begun);
      await followPdf(begun, (next) => !abort.signal.aborted && setState(next), abort.signal);
      result.current?.focus();
    } catch (error) {
      if (!abort.signal.aborted) setState({ kind: "failed", reason: messageOf(error) });
    }
  }

  function cancel() {
    following.current?.abort();
    setState(null);
    if (making) void cancelPdf(making).catch(() => {});
    session.notices.say("The PDF was cancelled.");
  }

  const busy = state?.kind === "asking" || state?.kind === "making";
  return (
    <li className="border-b border-line py-4">
      <div className="flex items-center gap-6">
        <div className="min-w-0 flex-1">
          <h2 className="font-semibold">PDF</h2>
          <p className="text-quiet">
            The laid-out document{pages === null ? "" : `, ${counted(pages, "page")}`}: outline, page numbers
            and links that are followed before you get the file.{" "}
            <Link
              href={`/documents/${session.id}/pages`}
              className="text-ink underline decoration-hemp underline-offset-3"
            >
              View the pages
            </Link>
          </p>
        </div>
        <Button look="main" data-stage-first onClick={() => void make()} disabled={busy}>
          {busy && <LoaderCircle size={15} aria-hidden className="animate-spin" />} Make PDF
        </Button>
      </div>
      <PdfChoices options={options} pages={pages} onChange={setOptions} />
      <div ref={result} tabIndex={-1} className="outline-hidden">
        {state && <Shown state={state} making={making} onCancel={cancel} />}
      </div>
    </li>
  );
}

const STAGES = { pages: "Laying out the pages", writing: "Writing", proof: "Following every link" };

function Shown({
  state,
  making,
  onCancel,
}: {
  state: NonNullable<State>;
  making: MakingPdf | null;
  onCancel: () => void;
}) {
  if (state.kind === "asking" || state.kind === "making") {
    const words = state.kind === "asking" ? "Saving your text" : STAGES[state.stage];
    const share = state.kind === "making" ? state.done / Math.max(1, state.of) : 0;
    return (
      <div className="mt-3 flex items-center gap-3">
        <div
          role="progressbar"
          aria-label="Making the PDF"
          aria-valuenow={Math.round(share * 100)}
          aria-valuetext={`${words}, ${Math.round(share * 100)} percent`}
          className="h-1.5 w-48 overflow-hidden rounded-full bg-wash"
        >
          <div className="h-full bg-tide" style={{ width: `${Math.max(3, share * 100)}%` }} />
        </div>
        <span className="flex-1 text-sm text-quiet tabular-nums">
          {words}
          {state.kind === "making" &&
            state.of > 1 &&
            `: page ${formatted(state.done)} of ${formatted(state.of)}`}
        </span>
        <Button onClick={onCancel}>
          <X size={15} aria-hidden /> Cancel
        </Button>
      </div>
    );
  }
  if (state.kind === "failed")
    return (
      <p role="alert" className="mt-3 flex items-start gap-2">
        <KindIcon kind="fault" className="mt-1 self-start!" />
        {state.reason}
      </p>
    );
  const { proof, pages, bytes, leftOut, missing } = state;
  const sound = proof.failed.length === 0;
  return (
    <div role="status" className="mt-3 rounded-base border border-line bg-raised px-4 py-3">
      <p className="flex items-start gap-2">
        {!sound && <KindIcon kind="fault" className="mt-1 self-start!" />}
        <span>
          {counted(pages, "page")}, {sized(bytes)}.{" "}
          {proof.promised === 0
            ? "It has no links."
            : sound
              ? `All ${formatted(proof.promised)} links were followed and land on the right page and spot.`
              : `${formatted(proof.lands)} of ${formatted(proof.promised)} links land; ${counted(proof.failed.length, "does", "do")} not:`}
        </span>
      </p>
      {!sound && (
        <ul className="mt-2 max-h-40 list-disc overflow-y-auto pl-6 text-sm">
          {proof.failed.map((link, i) => (
            <li key={i}>
              “{link.words}” on page {link.page}: {link.why}
            </li>
          ))}
        </ul>
      )}
      {leftOut > 0 && (
        <p className="mt-1 text-sm text-quiet">
          {counted(leftOut, "link points", "links point")} outside this file; only{" "}
          {leftOut === 1 ? "its" : "their"} text is kept.
        </p>
      )}
      {missing.length > 0 && (
        <div className="mt-2 text-sm">
          <p className="flex items-start gap-2">
            <KindIcon kind="fault" className="mt-0.5 self-start!" />
            {counted(missing.length, "character has", "characters have")} no font; each is shown as a frame:
          </p>
          <ul className="mt-1 max-h-40 list-disc overflow-y-auto pl-8">
            {missing.map(({ character, page, section }) => (
              <li key={character}>
                {character} ({codePointName(character)}) on page {page}
                {section && `, in “${shortened(section, 60)}”`}
              </li>
            ))}
          </ul>
        </div>
      )}
      <a
        href={making ? addressOf(getPdfFile, making) : undefined}
        download
        className={buttonLook(sound ? "main" : "plain", "mt-3 inline-flex")}
      >
        <Download size={15} aria-hidden /> {sound ? "Download the PDF" : "Download anyway"}
      </a>
    </div>
  );
}
