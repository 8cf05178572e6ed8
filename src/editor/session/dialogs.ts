/** Dialogs and panels that are opened by keys and commands. */
export type Dialog =
  | "link"
  | "title-links"
  | "bookmark"
  | "find"
  | "titles"
  | "jump"
  | "history"
  | "inspector"
  | "styles"
  | "toolbar"
  | "outline";

/** Dialogs that stand in the tray. */
const IN_INSPECTOR: ReadonlySet<Dialog> = new Set<Dialog>(["bookmark", "styles"]);

/** Which dialogs the interface has at the moment, and how each is opened. */
export class Dialogs {
  private readonly openers = new Map<Dialog, (words: string) => void>();
  private awaited: Dialog | null = null;

  /** Says how a dialog is opened, with words if there are some; answers how to take that back. */
  register(dialog: Dialog, open: (words: string) => void): () => void {
    this.openers.set(dialog, open);
    if (this.awaited === dialog) {
      this.awaited = null;
      open("");
    }
    return () => this.openers.delete(dialog);
  }

  /** Opens a dialog as soon as the interface has it. */
  openSoon(dialog: Dialog): void {
    if (!this.open(dialog)) this.awaited = dialog;
  }

  has(dialog: Dialog): boolean {
    return this.openers.has(dialog);
  }

  /** Opens a dialog, and the tray first if it stands there; false if the interface does not have it at the moment. */
  open(dialog: Dialog, words = ""): boolean {
    if (IN_INSPECTOR.has(dialog)) this.open("inspector");
    const open = this.openers.get(dialog);
    open?.(words);
    return open !== undefined;
  }
}
