import { useEffect, useState } from "react";
import type { FontKey, PageDrawing } from "@/core/layout";

const asked = new Set<FontKey>();

/** The name under which a page's font is known to the browser. */
export function pageFamily(key: FontKey): string {
  return `page ${key}`;
}

/** Has the fonts of a drawing loaded; answers whether all are there. */
export function usePageFonts(drawing: PageDrawing | undefined): boolean {
  const [ready, setReady] = useState<PageDrawing | null>(null);
  useEffect(() => {
    if (!drawing) return;
    let here = true;
    const keys = new Set(drawing.items.flatMap((item) => (item.kind === "words" ? [item.font] : [])));
    const loading = [...keys].map((key) => {
      if (!asked.has(key)) {
        asked.add(key);
        document.fonts.add(new FontFace(pageFamily(key), `url(/page-fonts/${key}.ttf)`));
      }
      // One that cannot be loaded leaves the words in another face.
      return document.fonts.load(`12px "${pageFamily(key)}"`).catch(() => []);
    });
    void Promise.all(loading).then(() => here && setReady(drawing));
    return () => {
      here = false;
    };
  }, [drawing]);
  return drawing !== undefined && ready !== null;
}
