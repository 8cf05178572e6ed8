import type { Command, EditorState, Transaction } from "prosemirror-state";
import { schema } from "@/core/document";
import { messageOf } from "@/core/thrown";
import { insertBlock } from "../commands/blocks";
import { insertPicture } from "../commands/pictures";
import { keepPicture } from "../pictures";
import { ownIds } from "./own-ids";
import { pasteTransaction } from "./paste-transaction";
import { takeForeign } from "./take-paste";

/** What is needed of the window into which something comes. */
interface IncomingHost {
  readonly state: EditorState;
  dispatch(tr: Transaction): void;
  run(command: Command): boolean;
  say(text: string): void;
  unsay(text: string): void;
}

const READING = "Reading what was pasted …";
const SLOW = 300;

/** What comes into a document from elsewhere: HTML that was copied, and files of pictures. */
export class Incoming {
  private abort: AbortController | null = null;

  constructor(private readonly host: IncomingHost) {}

  /** Takes in HTML that was copied elsewhere, in the looks of this document; says so where that takes a while. */
  pasteForeign(html: string): void {
    const { host } = this;
    const abort = new AbortController();
    this.abort = abort;
    const slow = setTimeout(() => host.say(READING), SLOW);
    takeForeign(html, abort.signal)
      .then(
        ({ slice, said }) => {
          host.dispatch(pasteTransaction(host.state, ownIds(slice, host.state.doc)));
          if (said) host.say(said);
          else host.unsay(READING);
        },
        (error: Error) => host.say(`Nothing was pasted. ${error.message}`),
      )
      .finally(() => {
        clearTimeout(slow);
        this.abort = null;
      });
  }

  /** Takes the pictures among files that were pasted or dropped; false where there is none. */
  takeFiles(data: DataTransfer | null): boolean {
    const pictures = [...(data?.files ?? [])].filter((file) => file.type.startsWith("image/"));
    if (pictures.length === 0) return false;
    void this.insertPictures(pictures);
    return true;
  }

  /** Keeps picture files on the server and puts them in, as figures or into the line. */
  async insertPictures(files: readonly File[], { inLine = false } = {}): Promise<void> {
    const { host } = this;
    for (const file of files)
      try {
        const picture = await keepPicture(file);
        const put = inLine
          ? insertPicture(picture)
          : insertBlock(schema.nodes.figure.create({ picture, alt: "" }));
        if (!host.run(put) && inLine) host.say("No picture can stand here. Put the caret among words.");
      } catch (error) {
        host.say(`${file.name}: ${messageOf(error)}`);
      }
  }

  /** Gives up what is being read. */
  stop(): void {
    this.abort?.abort();
  }
}
