import { useEffect, useState } from "react";
import { Button } from "@/components/button";
import { formatted } from "@/components/counted";
import { proposedTitles } from "@/core/structure";
import { useSession, useDocument, whenIdle } from "@/editor";

/** What stands beside the rope of a text without headings: how to make the first, or that there are lines that look like some. */
export function NoHeadings() {
  const session = useSession();
  const { doc } = useDocument((it) => it.outline);
  const [found, setFound] = useState(0);

  useEffect(() => whenIdle(() => setFound(proposedTitles(doc).filter(({ sure }) => sure).length)), [doc]);

  return (
    <div className="absolute top-8 right-3 left-11 text-sm text-quiet">
      {found > 1 ? (
        <>
          <p className="mb-3">No headings yet, but {formatted(found)} lines look like titles.</p>
          <Button onClick={() => session.dialogs.open("titles")}>Look at them</Button>
        </>
      ) : (
        <p>
          No headings yet. Place the cursor in a title and press Ctrl+Alt+1, or choose a level in the deck
          below.
        </p>
      )}
    </div>
  );
}
