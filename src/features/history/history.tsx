import { RotateCcw } from "lucide-react";
import type { Node } from "prosemirror-model";
import { useEffect, useState } from "react";
import { Button } from "@/components/button";
import { TextField } from "@/components/field";
import { Panel } from "@/components/panel";
import type { HistoryEntry } from "@/core/collab";
import { useSession } from "@/editor";
import { messageOf } from "@/core/thrown";
import { ImportReportText } from "@/components/import-report";
import { DAY, EntryList, TIME } from "./entry-list";
import { OlderText } from "./older-text";
import { KeptRule } from "./kept-rule";
import { fetchHistory, fetchVersion, keepChanges, nameVersion, type DocumentHistory } from "./versions";

/** The history of the open document: who changed how much and when; older versions to look at, to name, to restore. */
export function History() {
  const session = useSession();
  const [open, setOpen] = useState(false);
  useEffect(() => session.dialogs.register("history", () => setOpen(true)), [session]);
  return (
    <Panel
      title="History"
      size="large"
      open={open}
      onClose={() => setOpen(false)}
      onReturn={() => session.viewport.focus()}
    >
      {open && <Versions onRestored={() => setOpen(false)} />}
    </Panel>
  );
}

function Versions({ onRestored }: { onRestored: () => void }) {
  const session = useSession();
  const [history, setHistory] = useState<DocumentHistory | null>(null);
  const [chosen, setChosen] = useState<number | null>(null);
  const [fault, setFault] = useState<string | null>(null);

  const [read, setRead] = useState(0);

  useEffect(() => {
    let left = false;
    session.sync
      .whenKept()
      // What was just written belongs to the newest version; where it cannot be kept now, it is not in the history yet.
      .catch(() => {})
      .then(() => fetchHistory(session.id))
      .then(
        (found) => {
          if (left) return;
          setHistory(found);
          setChosen((standing) => standing ?? found.entries[0]?.version ?? null);
        },
        (error: Error) => left || setFault(error.message),
      );
    return () => {
      left = true;
    };
  }, [session, read]);

  if (fault) return <p className="p-4 text-vermilion">{fault} Your text is safe where it was.</p>;
  if (!history) return <p className="p-4 text-quiet">Reading the history …</p>;
  const { entries, keptDays } = history;
  const entry = entries.find((it) => it.version === chosen);
  return (
    <div className="mt-2 flex min-h-0 flex-1 border-t border-line max-md:flex-col max-md:overflow-y-auto">
      <EntryList entries={entries} chosen={chosen} onChoose={setChosen}>
        <KeptRule
          days={keptDays}
          onChange={(days) => {
            keepChanges(session.id, days).then(
              () => setHistory({ entries, keptDays: days }),
              (error: Error) => setFault(error.message),
            );
          }}
        />
      </EntryList>
      {entry && (
        <Version
          key={entry.version}
          entry={entry}
          newest={entry === entries[0]}
          onNamed={() => setRead(read + 1)}
          onRestored={onRestored}
        />
      )}
    </div>
  );
}

function Version({
  entry,
  newest,
  onNamed,
  onRestored,
}: {
  entry: HistoryEntry;
  newest: boolean;
  onNamed: () => void;
  onRestored: () => void;
}) {
  const session = useSession();
  const [doc, setDoc] = useState<Node | null>(null);
  const [fault, setFault] = useState<string | null>(null);
  const [name, setName] = useState(entry.name ?? "");
  const wanted = name.trim();

  useEffect(() => {
    let left = false;
    fetchVersion(session.id, entry.version).then(
      (found) => left || setDoc(found),
      (error: Error) => left || setFault(error.message),
    );
    return () => {
      left = true;
    };
  }, [session, entry.version]);

  const keepName = async () => {
    try {
      await nameVersion(session.id, entry.version, wanted === "" ? null : wanted);
      onNamed();
    } catch (error) {
      setFault(messageOf(error));
    }
  };

  return (
    <div className="flex min-w-0 flex-1 flex-col">
      <div className="flex flex-wrap items-end gap-3 border-b border-line px-4 py-3">
        <form
          className="flex min-w-56 flex-1 items-end gap-2"
          onSubmit={(event) => {
            event.preventDefault();
            void keepName();
          }}
        >
          <div className="max-w-72 flex-1">
            <TextField
              label="Name of this version"
              placeholder="For example: sent to the printer"
              value={name}
              maxLength={120}
              onChange={(event) => setName(event.target.value)}
            />
          </div>
          <Button type="submit" disabled={wanted === (entry.name ?? "")}>
            {wanted === "" && entry.name ? "Remove the name" : "Save the name"}
          </Button>
        </form>
        {newest ? (
          <p className="pb-1.5 text-sm text-quiet">This is the newest version.</p>
        ) : (
          <Button
            look="main"
            disabled={!doc}
            onClick={() => {
              session.replaceWith(doc!);
              session.notices.say(
                `Restored the version of ${DAY.format(entry.at)}, ${TIME.format(entry.at)}.`,
                { undo: true },
              );
              onRestored();
            }}
          >
            <RotateCcw size={15} aria-hidden /> Restore this version
          </Button>
        )}
      </div>
      {fault && (
        <p role="alert" className="px-4 py-2 text-sm text-vermilion">
          {fault}
        </p>
      )}
      {entry.report && (
        <details open className="border-b border-line px-4 py-2 text-sm">
          <summary className="cursor-pointer font-medium">What was imported from {entry.report.file}</summary>
          <div className="max-h-40 overflow-y-auto">
            <ImportReportText report={entry.report} />
          </div>
        </details>
      )}
      {doc ? <OlderText doc={doc} /> : !fault && <p className="p-4 text-quiet">Reading this version …</p>}
    </div>
  );
}
