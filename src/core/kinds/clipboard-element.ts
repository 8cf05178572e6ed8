/** What is asked of an element of the clipboard or the manuscript: the core runs where there is no DOM. */
export interface ClipboardElement {
  getAttribute(name: string): string | null;
  readonly style: { readonly textAlign: string; readonly fontWeight: string };
}
