"use client";

import { useSelectedLayoutSegment } from "next/navigation";
import { useEffect, useState, useSyncExternalStore, type ReactNode } from "react";
import { attachedFiles } from "@/core/document";
import {
  fetchDocument,
  goToAddressed,
  Session,
  SessionContext,
  useSession,
  useDocument,
  useSessionValue,
} from "@/editor";
import { buttonLook } from "@/components/button";
import { FocusKeeper } from "@/components/focus-keeper";
import { useVisibleHeight } from "@/components/use-visible-height";
import { ActionPanel } from "./action-panel";
import { DisplacedWords } from "./displaced-words";
import { History } from "@/features/history/history";
import { JumpBox } from "./jump-box";
import { LeadElsewhere } from "./lead-elsewhere";
import { RegionKeys } from "./region-keys";
import { focusRegion } from "./regions";
import { RemovalPanel } from "./removal-panel";
import { SessionNotice } from "./session-notice";
import { StageKeys } from "./stage-keys";
import { TopBand } from "./top-band";
import { UndoKeys } from "./undo-keys";

/** What a link of the document asks to be done. */
function Acting() {
  const session = useSession();
  const acting = useSessionValue((it) => it.following.acting);
  const registry = useDocument((it) => it.index.registry);
  return (
    <ActionPanel
      action={acting?.action ?? null}
      own={acting?.own ?? false}
      document={session.id}
      files={attachedFiles(registry)}
      onClose={() => session.following.endAction()}
    />
  );
}

/** What is shown of a document that is being opened while nothing is known of it yet. */
export function PlainOpening() {
  return (
    <main className="grid h-screen place-items-center text-quiet" aria-busy="true">
      <p role="status">Opening the document …</p>
    </main>
  );
}

/** Whether the window's address names a place: then the document will not stand where the server thinks. */
function useAddressed(): boolean {
  return useSyncExternalStore(
    () => () => {},
    () => window.location.hash !== "",
    () => false,
  );
}

/** What the server sent of documents and was shown already, by its number: who goes back gets it again, as it was then. */
const shown = new Set<string>();

interface Props {
  id: string;
  /** What the stage of writing shows until the document is open, and the number under which the server sent it. */
  opening: { readonly words: ReactNode; readonly number: string };
  children: ReactNode;
}

/** A full load: the server may be back. */
const again = () => window.location.reload();

/** The frame of an open document. It holds the session, so that all four stages show the same text at the same moment. */
export function DocumentFrame({ id, opening, children }: Props) {
  const [session, setSession] = useState<Session | null>(null);
  const [fault, setFault] = useState<string | null>(null);
  const writes = useSelectedLayoutSegment() === null;
  const addressed = useAddressed();
  const visibleHeight = useVisibleHeight();
  const [newest] = useState(() => !shown.has(opening.number));
  useEffect(() => void shown.add(opening.number), [opening.number]);

  useEffect(() => {
    let opened: Session | null = null;
    const abort = new AbortController();
    fetchDocument(id, abort.signal)
      .then((found) => {
        if (abort.signal.aborted) return;
        opened = new Session(id, found);
        goToAddressed(opened);
        setSession(opened);
      })
      .catch((error: Error) => abort.signal.aborted || setFault(error.message));
    return () => {
      abort.abort();
      opened?.close();
      setSession(null);
    };
  }, [id]);

  useEffect(() => {
    if (!session) return;
    const leave = (event: BeforeUnloadEvent) => {
      session.sendBeforeLeaving();
      if (session.sync.wouldLose) event.preventDefault();
    };
    window.addEventListener("beforeunload", leave);
    return () => window.removeEventListener("beforeunload", leave);
  }, [session]);

  useEffect(() => {
    if (!fault) return;
    window.addEventListener("online", again);
    return () => window.removeEventListener("online", again);
  }, [fault]);

  if (fault)
    return (
      <main className="mx-auto max-w-xl px-6 py-24">
        <h1 className="font-serif text-2xl font-semibold">The document could not be opened</h1>
        <p className="mt-3 text-quiet">{fault} What was saved is safe on the server.</p>
        <button type="button" onClick={again} className={buttonLook("main", "mt-6")}>
          Try again
        </button>
      </main>
    );
  if (!session) return writes && newest && !addressed ? opening.words : <PlainOpening />;
  return (
    <SessionContext.Provider value={session}>
      <div
        className="flex h-dvh flex-col overflow-hidden"
        style={visibleHeight === null ? undefined : { height: visibleHeight }}
      >
        <TopBand />
        <DisplacedWords />
        <div className="min-h-0 flex-1">{children}</div>
        <SessionNotice />
      </div>
      <JumpBox />
      <RemovalPanel />
      <LeadElsewhere />
      <Acting />
      <History />
      <FocusKeeper fallback={() => void focusRegion("text")} />
      <UndoKeys />
      <RegionKeys />
      <StageKeys />
    </SessionContext.Provider>
  );
}
