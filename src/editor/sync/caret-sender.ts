import type { Caret } from "@/core/collab";
import type { DocumentRequests } from "./document-requests";

const PAUSE_MS = 200;

/** Tells others where the caret is: not with every key, and not what they know already. */
export class CaretSender {
  private timer: ReturnType<typeof setTimeout> | null = null;
  private sent = "";

  /** `caret`: where it is now; null where nobody has to know, "later" to ask again after a while. */
  constructor(
    private readonly requests: DocumentRequests,
    private readonly caret: () => Caret | null | "later",
  ) {}

  soon(): void {
    this.timer ??= setTimeout(() => {
      this.timer = null;
      this.send();
    }, PAUSE_MS);
  }

  /** Somebody may not know what was sent. */
  forget(): void {
    this.sent = "";
  }

  stop(): void {
    if (this.timer) clearTimeout(this.timer);
    this.timer = null;
  }

  private send(): void {
    const caret = this.caret();
    if (caret === "later") return this.soon();
    const body = caret && this.requests.caretBody(caret);
    if (!body || body === this.sent) return;
    this.sent = body;
    // What did not arrive is sent again with the next occasion.
    void this.requests.sendCaret(body).catch(() => this.forget());
  }
}
