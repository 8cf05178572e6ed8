import { Selection, type Command, type EditorState } from "prosemirror-state";
import { Turns } from "@/core/apart/turns";
import { idOf, schema, type DestinationId } from "@/core/document";
import { pixelsOf } from "@/core/model/picture-size";
import { messageOf } from "@/core/thrown";
import { insertBlocks } from "../commands/blocks";
import { insertPictures } from "../commands/pictures";
import { placeIn, type WorkPlace } from "../browser/opening-place";
import { keepPicture } from "../browser/pictures";
import { smallerPhotograph } from "./smaller-photograph";

/** What is needed of the window into which pictures come. */
interface PicturesHost {
  readonly state: EditorState;
  run(command: Command): boolean;
  say(text: string, options?: { undo: boolean }): void;
}

/** Large photographs among the pictures that come, until somebody says whether they are made smaller. */
export interface LargePhotographs {
  readonly count: number;
  /** The bytes of all their files. */
  readonly bytes: number;
  /** Null brings none of the pictures in. */
  readonly answer: (how: "smaller" | "as-they-are" | null) => void;
}

/** How far the pictures are that come in. */
export interface PicturesComing {
  readonly done: number;
  readonly of: number;
  readonly stop: () => void;
}

/** A photograph of so many pixels has more than a page can show. */
const LARGE = 8_000_000;
/** How much of a file holds its size in pixels. */
const HEAD_BYTES = 512 * 1024;
/** A browser opens six connections to one server. */
const AT_A_TIME = 3;

/** Picture files on their way into a document: all of those chosen or dropped together are one change. */
export class ComingPictures {
  large: LargePhotographs | null = null;
  coming: PicturesComing | null = null;
  private readonly turns = new Turns(AT_A_TIME);

  /** `tell`: something of it changed. */
  constructor(
    private readonly host: PicturesHost,
    private readonly onChange: () => void,
  ) {}

  /** Keeps pictures on the server and puts them in, as figures or into the line: at a position, or where the caret is. */
  async insert(
    files: readonly File[],
    { inLine = false, at = null }: { inLine?: boolean; at?: number | null } = {},
  ): Promise<void> {
    const { host } = this;
    // Others may write meanwhile: the place is known by its block.
    const place = placeAt(host.state, at ?? host.state.selection.from);
    const abort = new AbortController();
    const wanted = await this.asked(files);
    if (!wanted) return host.say("No picture was added.");
    const names: (string | null)[] = wanted.map(() => null);
    const faults: string[] = [];
    let done = 0;
    const report = () => {
      this.coming = files.length > 1 ? { done, of: wanted.length, stop: () => abort.abort() } : null;
      this.onChange();
    };
    report();
    await Promise.all(
      wanted.map((file, i) =>
        this.turns.take(async () => {
          if (abort.signal.aborted) return;
          try {
            names[i] = await keepPicture(await file(), abort.signal);
          } catch (error) {
            if (!abort.signal.aborted) faults.push(`${files[i]!.name}: ${messageOf(error)}`);
          }
          done++;
          report();
        }),
      ),
    );
    this.coming = null;
    this.onChange();
    if (abort.signal.aborted) return host.say("Stopped. No picture was added.");
    this.put(
      names.filter((name) => name !== null),
      inLine,
      place,
    );
    if (faults.length > 0) host.say(faults.slice(0, 3).join(" "));
    else if (files.length > 1) host.say(`${files.length} pictures came in.`, { undo: true });
  }

  /** Gives up what is on its way. */
  stop(): void {
    this.large?.answer(null);
    this.coming?.stop();
  }

  private put(names: readonly string[], inLine: boolean, place: WorkPlace | null): void {
    const { host } = this;
    if (names.length === 0) return;
    const put: Command = inLine
      ? insertPictures(names)
      : insertBlocks(names.map((picture) => schema.nodes.figure.create({ picture, alt: "" })));
    const pos = place && placeIn(host.state.doc, place);
    const there: Command = (state, dispatch) => {
      if (pos === null) return put(state, dispatch);
      const { doc, tr } = state;
      return put(state.apply(tr.setSelection(Selection.near(doc.resolve(pos)))), dispatch);
    };
    if (!host.run(there) && inLine) host.say("Can’t insert a picture here. Place the cursor in text.");
  }

  /** How each file is read: as it is, or made smaller where that was asked for. Null where nobody wants them any more. */
  private async asked(files: readonly File[]): Promise<(() => Promise<File>)[] | null> {
    const large = new Set<File>();
    for (const file of files) if (await isLarge(file)) large.add(file);
    const how = large.size === 0 ? "as-they-are" : await this.answered(large);
    if (how === null) return null;
    return files.map(
      (file) => async () => (how === "smaller" && large.has(file) ? await smallerPhotograph(file) : file),
    );
  }

  private answered(large: ReadonlySet<File>): Promise<"smaller" | "as-they-are" | null> {
    return new Promise((resolve) => {
      this.large?.answer(null);
      this.large = {
        count: large.size,
        bytes: [...large].reduce((sum, { size }) => sum + size, 0),
        answer: (how) => {
          this.large = null;
          this.onChange();
          resolve(how);
        },
      };
      this.onChange();
    });
  }
}

function placeAt({ doc }: EditorState, pos: number): WorkPlace | null {
  const { node, offset } = doc.childBefore(Math.min(pos + 1, doc.content.size));
  const block: DestinationId | null = node && idOf(node);
  return block && { block, offset: Math.max(0, pos - offset) };
}

async function isLarge(file: File): Promise<boolean> {
  if (file.type !== "image/jpeg" && file.type !== "image/webp") return false;
  const bytes = new Uint8Array(await file.slice(0, HEAD_BYTES).arrayBuffer());
  const pixels = pixelsOf({ type: file.type, bytes });
  return pixels !== null && pixels.width * pixels.height >= LARGE;
}
