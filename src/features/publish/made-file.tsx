import { Download, X } from "lucide-react";
import type { ReactNode } from "react";
import { Button, buttonLook } from "@/components/button";
import { counted, formatted, sized } from "@/components/counted";
import { KindIcon } from "@/components/kind-icons";
import { addressOf } from "@/contract/call";
import { takeMadeFile } from "@/contract/made-files";
import { shortened } from "@/core/document";
import { codePointName } from "@/core/model/code-point-name";
import type { MadeFile } from "./use-made-file";

type Made = Extract<NonNullable<MadeFile["state"]>, { kind: "made" }>;

const STAGES = { pages: "Laying out the pages", writing: "Writing", proof: "Following every link" };

/** How far a file is, and what became of it: whether every link lands in it. `called`: what it is, in a sentence. */
export function MadeFileShown({
  made: { state, making, result, cancel },
  called,
  lands,
  taken,
}: {
  made: MadeFile;
  called: string;
  /** Where all of its links land, in words. */
  lands: string;
  /** What stands in place of the download. */
  taken?: (made: Made) => ReactNode;
}) {
  return (
    <div ref={result} tabIndex={-1} className="outline-hidden">
      {state && <Shown {...{ state, making, called, lands, taken }} onCancel={cancel} />}
    </div>
  );
}

function Shown({
  state,
  making,
  called,
  lands,
  taken,
  onCancel,
}: {
  state: NonNullable<MadeFile["state"]>;
  making: MadeFile["making"];
  called: string;
  lands: string;
  taken?: ((made: Made) => ReactNode) | undefined;
  onCancel: () => void;
}) {
  if (state.kind === "asking" || state.kind === "making") {
    const words = state.kind === "asking" ? "Saving your text" : STAGES[state.stage];
    const share = state.kind === "making" ? state.done / Math.max(1, state.of) : 0;
    return (
      <div className="mt-3 flex items-center gap-3">
        <div
          role="progressbar"
          aria-label={`Making the ${called}`}
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
              ? `All ${formatted(proof.promised)} links were followed and land ${lands}.`
              : `${formatted(proof.lands)} of ${formatted(proof.promised)} links land; ${counted(proof.failed.length, "does", "do")} not:`}
        </span>
      </p>
      {!sound && (
        <ul className="mt-2 max-h-40 list-disc overflow-y-auto pl-6 text-sm">
          {proof.failed.map((link, i) => (
            <li key={i}>
              “{link.words}”{link.page === undefined ? "" : ` on page ${link.page}`}: {link.why}
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
      {taken ? (
        taken(state)
      ) : (
        <a
          href={making ? addressOf(takeMadeFile, making) : undefined}
          download
          className={buttonLook(sound ? "main" : "plain", "mt-3 inline-flex")}
        >
          <Download size={15} aria-hidden /> {sound ? `Download the ${called}` : "Download anyway"}
        </a>
      )}
    </div>
  );
}
