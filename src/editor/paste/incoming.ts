import type { Command, EditorState, Transaction } from "prosemirror-state";
import { ComingPictures } from "./coming-pictures";
import { ownIds } from "../commands/own-ids";
import { pasteTransaction } from "./paste-transaction";
import { takeForeign } from "./take-paste";

/** What is needed of the window into which something comes. */
interface IncomingHost {
  readonly state: EditorState;
  dispatch(tr: Transaction): void;
  run(command: Command): boolean;
  say(text: string, options?: { undo: boolean }): void;
  unsay(text: string): void;
}

const READING = "Reading what was pasted …";
const SLOW = 300;

/** What comes into a document from elsewhere: HTML that was copied, and files of pictures. */
export class Incoming {
  private abort: AbortController | null = null;

  readonly pictures: ComingPictures;

  /** `tell`: something that is shown of it changed. */
  constructor(
    private readonly host: IncomingHost,
    onChange: () => void,
  ) {
    this.pictures = new ComingPictures(host, onChange);
  }

  /** Takes in HTML that was copied elsewhere, in the looks of this document; says so where that takes a while. */
  pasteForeign(html: string): void {
    const { host } = this;
    const abort = new AbortController();
    this.abort = abort;
    const slow = setTimeout(() => host.say(READING), SLOW);
    takeForeign(html, abort.signal)
      .then(
        ({ slice, leftOut }) => {
          host.dispatch(pasteTransaction(host.state, ownIds(slice, host.state.doc)));
          if (leftOut) host.say(leftOut);
          else host.unsay(READING);
        },
        (error: Error) => host.say(`Nothing was pasted. ${error.message}`),
      )
      .finally(() => {
        clearTimeout(slow);
        this.abort = null;
      });
  }

  /** Takes the pictures among files that were pasted, or dropped at a position; false where there is none. */
  takeFiles(data: DataTransfer | null, at: number | null = null): boolean {
    const pictures = [...(data?.files ?? [])].filter((file) => file.type.startsWith("image/"));
    if (pictures.length === 0) return false;
    void this.pictures.insert(pictures, { at });
    return true;
  }

  /** Gives up what is being read. */
  stop(): void {
    this.abort?.abort();
    this.pictures.stop();
  }
}
