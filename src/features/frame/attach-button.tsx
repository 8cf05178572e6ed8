import { Paperclip } from "lucide-react";
import { useRef, useState } from "react";
import { Button } from "@/components/button";
import type { AttachedFile } from "@/core/document";
import { attachFile, keepFile, useSession } from "@/editor";
import { messageOf } from "@/core/thrown";

/** Attaches files of your own to the document. Says why one could not be; those before it stay. */
export function AttachButton({
  several = false,
  onAttached,
}: {
  several?: boolean;
  /** Told of each, with the id by which links lead to it. */
  onAttached?: (id: string, file: AttachedFile) => void;
}) {
  const session = useSession();
  const input = useRef<HTMLInputElement>(null);
  const [busy, setBusy] = useState(false);
  const [fault, setFault] = useState("");
  const label = several ? "Attach files" : "Attach a file";

  async function attach(chosen: readonly File[]) {
    setBusy(true);
    setFault("");
    try {
      for (const file of chosen) {
        const entry = await keepFile(session.id, file);
        const { id, tr } = attachFile(session.store.state.tr, entry);
        session.dispatch(tr);
        onAttached?.(id, entry);
      }
    } catch (error) {
      setFault(messageOf(error));
    } finally {
      setBusy(false);
    }
  }

  return (
    <>
      <input
        ref={input}
        type="file"
        multiple={several}
        aria-label={several ? "Files to attach" : "File to attach"}
        className="hidden"
        tabIndex={-1}
        onChange={(event) => {
          const chosen = [...(event.target.files ?? [])];
          event.target.value = "";
          void attach(chosen);
        }}
      />
      <Button disabled={busy} onClick={() => input.current?.click()}>
        <Paperclip size={15} aria-hidden /> {busy ? "Attaching …" : label}
      </Button>
      {fault && (
        <p role="alert" className="mt-2 text-sm text-vermilion">
          {fault}
        </p>
      )}
    </>
  );
}
