/** The arrow keys turn to the next section and the previous one, as the page is read; the next page is fetched beforehand. */
export function offerStepKeys(): void {
  const link = (kind: string) => document.querySelector<HTMLAnchorElement>(`.steps .${kind}`);
  const isRtl = document.documentElement.dir === "rtl";
  addEventListener("keydown", (event) => {
    const { key, target, altKey, ctrlKey, metaKey, shiftKey } = event;
    if (altKey || ctrlKey || metaKey || shiftKey || event.defaultPrevented) return;
    if ((target as Element).closest("input, textarea, select, dialog, .search, .table-frame, pre")) return;
    const [on, back] = isRtl ? ["ArrowLeft", "ArrowRight"] : ["ArrowRight", "ArrowLeft"];
    if (key === on) link("next")?.click();
    else if (key === back) link("previous")?.click();
  });
}
