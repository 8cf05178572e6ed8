import { useState } from "react";
import { Button } from "@/components/button";
import { sized } from "@/components/counted";
import { Panel } from "@/components/panel";
import { KindIcon } from "@/components/kind-icons";
import { addressOfFile, describeAction, type Action } from "@/core/document";
import { FlaggedList } from "./flagged-list";

/** A file attached to the document, as it is listed. */
export interface ListedFile {
  readonly id: string;
  readonly name: string;
  readonly size: number;
}

/**
 * What a link asks to be done. What was not put in here is done only when who follows it was told exactly what it does, and says so.
 */
export function ActionPanel({
  action,
  own,
  document,
  files,
  onClose,
}: {
  action: Action | null;
  /** Whether it was put in by who follows it now. */
  own: boolean;
  /** The document in which it stands. */
  document: string;
  files: readonly ListedFile[];
  onClose: () => void;
}) {
  return (
    <Panel title={action ? describeAction(action) : ""} open={action !== null} onClose={onClose}>
      {action && <Asked key={JSON.stringify(action)} {...{ action, own, document, files, onClose }} />}
    </Panel>
  );
}

function Asked({
  action,
  own,
  document,
  files,
  onClose,
}: {
  action: Action;
  own: boolean;
  document: string;
  files: readonly ListedFile[];
  onClose: () => void;
}) {
  const [allowed, setAllowed] = useState(own && action.do !== "search");
  if (!allowed)
    return (
      <div className="px-4 pb-4 text-sm">
        <p className="mt-1 mb-3">
          {WHAT_HAPPENS[action.do]} Nothing is changed, and nothing is sent anywhere.
        </p>
        <div className="flex gap-2">
          {action.do === "search" ? (
            <a
              href={`/?find=${encodeURIComponent(action.words)}`}
              target="_blank"
              rel="noreferrer"
              onClick={onClose}
              className="inline-flex h-8 items-center rounded-base border border-tide bg-tide px-3 text-sm font-medium text-on-tide"
              autoFocus
            >
              Look for it
            </a>
          ) : (
            <Button look="main" autoFocus onClick={() => setAllowed(true)}>
              Show it
            </Button>
          )}
          <Button onClick={onClose}>Leave it</Button>
        </div>
      </div>
    );
  return action.do === "flagged" ? <FlaggedList /> : <FileList document={document} files={files} />;
}

const WHAT_HAPPENS: Record<Action["do"], string> = {
  search: "Opens the shelf in a new tab with every place that has these words.",
  flagged: "The bookmarks of all documents that are flagged are listed here.",
  files: "The files attached to this document are listed here.",
};

function FileList({ document, files }: { document: string; files: readonly ListedFile[] }) {
  if (files.length === 0)
    return <p className="px-4 pb-4 text-sm text-quiet">No files are attached to this document.</p>;
  return (
    <ul aria-label="Attached files" className="max-h-96 overflow-y-auto px-2 py-2">
      {files.map(({ id, name, size }) => (
        <li key={id}>
          <a
            href={addressOfFile(document, id)}
            target="_blank"
            rel="noreferrer"
            className="flex items-baseline gap-3 rounded-base px-2 py-1.5 hover:bg-wash"
          >
            <KindIcon kind="file" />
            <span className="min-w-0 flex-1 truncate" dir="auto">
              {name}
            </span>
            <span className="shrink-0 text-sm text-quiet">{sized(size)}</span>
          </a>
        </li>
      ))}
    </ul>
  );
}
