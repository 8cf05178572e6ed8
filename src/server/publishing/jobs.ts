import { newId } from "@/core/document";
import type { FileJob, FileStage } from "@/core/collab";
import { messageOf } from "@/core/thrown";
import { explained, ServerError } from "../http/errors";

type State = FileJob["state"];
type Made = Omit<Extract<State, { kind: "made" }>, "kind">;

/** Something that is being made in a thread. */
export interface Begun {
  /** Rejects with {@link NotMade} where it could not be made for a reason that is told as it is. */
  readonly made: Promise<Made>;
  /** Ends it. */
  cancel(): void;
  /** Lets go of what was made. */
  forget?(): void;
}

/** Why something was not made, in words. */
export class NotMade extends Error {}

/** A thing that was made is kept so long for who is to take it. */
const KEPT_FOR = 60 * 60 * 1000;
/** How many may be made at the same time; each takes a thread. */
const MAX_JOBS = 2;

interface Job<B extends Begun> {
  readonly document: string;
  readonly begun: B;
  state: State;
}

/** What is made of documents in the background: begun, asked about, cancelled, and let go of after an hour. */
export class Jobs {
  private readonly jobs = new Map<string, Job<Begun>>();

  /**
   * Begins something of a document; answers its id. `called`: what it is, in a sentence. Throws a {@link ServerError} where too much is being made
   * already.
   */
  begin(document: string, called: string, start: (onStage: (stage: FileStage) => void) => Begun): string {
    const underWay = [...this.jobs.values()].filter(({ state }) => state.kind === "making").length;
    if (underWay >= MAX_JOBS)
      throw new ServerError(
        429,
        "busy",
        "Other files are being made just now. Try again when they are done.",
      );
    const id = newId();
    const begun = start((stage) => {
      if (job.state.kind === "making") job.state = { ...stage, kind: "making" };
    });
    const job: Job<Begun> = { document, begun, state: { kind: "making", stage: "pages", done: 0, of: 1 } };
    this.jobs.set(id, job);
    void begun.made
      .then(
        (made) => (job.state = { kind: "made", ...made }),
        (error: unknown) =>
          (job.state = {
            kind: "failed",
            reason:
              error instanceof NotMade
                ? error.message
                : `${called} could not be saved: ${messageOf(explained(error))}`,
          }),
      )
      .finally(() => setTimeout(() => this.forget(id), KEPT_FOR).unref());
    return id;
  }

  get(document: string, id: string): FileJob {
    return { id, state: this.find(document, id).state };
  }

  /** What was begun, when it is made. */
  made(document: string, id: string): Begun {
    const { state, begun } = this.find(document, id);
    if (state.kind !== "made") throw new ServerError(409, "not-made", "This file is not made yet.");
    return begun;
  }

  /** Ends a job and lets go of what it made. */
  cancel(document: string, id: string): void {
    this.find(document, id).begun.cancel();
    this.forget(id);
  }

  private find(document: string, id: string): Job<Begun> {
    const job = this.jobs.get(id);
    if (!job || job.document !== document)
      throw new ServerError(404, "no-file", "This file is no longer here. Make it again.");
    return job;
  }

  private forget(id: string): void {
    const job = this.jobs.get(id);
    this.jobs.delete(id);
    job?.begun.forget?.();
  }
}
