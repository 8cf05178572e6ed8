"use client";

import { lazy, Suspense, useEffect, useState } from "react";
import { formatOf } from "@/core/formats/formats";

/** Fetched with the first file that is dropped. */
const DroppedPanel = lazy(() => import("./dropped-panel"));

/**
 * Takes files that are dropped on an open document and go nowhere in it. Without it the browser would leave the document for the file. Those that
 * can be read may become documents of their own.
 */
export function DroppedFiles() {
  const [dropped, setDropped] = useState<readonly File[]>([]);
  useEffect(() => {
    const over = (event: DragEvent) => {
      if (event.dataTransfer?.types.includes("Files")) event.preventDefault();
    };
    const drop = (event: DragEvent) => {
      // Pictures that were dropped on the text are in it already.
      if (event.defaultPrevented || !event.dataTransfer?.types.includes("Files")) return;
      event.preventDefault();
      setDropped([...event.dataTransfer.files].filter(({ name }) => formatOf(name) !== null));
    };
    window.addEventListener("dragover", over);
    window.addEventListener("drop", drop);
    return () => {
      window.removeEventListener("dragover", over);
      window.removeEventListener("drop", drop);
    };
  }, []);
  if (dropped.length === 0) return null;
  return (
    <Suspense>
      <DroppedPanel key={dropped[0]!.name} files={dropped} onClose={() => setDropped([])} />
    </Suspense>
  );
}
