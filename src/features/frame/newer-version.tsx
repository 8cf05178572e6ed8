import { useState } from "react";
import { Button } from "@/components/button";
import { useSession, useSessionValue } from "@/editor";

/** Says that a newer version was kept elsewhere while own changes wait here, and keeps both safe. */
export function NewerVersion() {
  const session = useSession();
  const state = useSessionValue((it) => it.kept);
  const [copy, setCopy] = useState<string | null>(null);
  if (state.kind !== "newer")
    return copy ? (
      <p role="status" className="border-b border-line bg-tide-wash px-4 py-2 text-sm">
        This is the newer version. Your own text is kept as{" "}
        <a href={`/documents/${copy}`} className="font-semibold underline underline-offset-3">
          a copy
        </a>
        .
      </p>
    ) : null;
  return (
    <div
      role="alert"
      className="flex flex-wrap items-center gap-3 border-b border-vermilion bg-raised px-4 py-2 text-sm"
    >
      <p className="mr-auto">
        <b className="font-semibold text-vermilion">A newer version was kept in another tab.</b> Nothing of it
        was overwritten, and your text here is still on the screen.
      </p>
      <Button
        look="main"
        onClick={async () => {
          const id = await session.keepAsCopy();
          if (!id) return;
          setCopy(id);
          await session.reload();
        }}
      >
        Keep mine as a copy, load the newer
      </Button>
      <Button onClick={() => void session.reload()}>Load the newer, drop mine</Button>
    </div>
  );
}
