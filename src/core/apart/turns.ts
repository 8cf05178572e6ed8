/** Lets so many do something at the same time; the others wait for their turn, and more than can wait are sent away. */
export class Turns {
  private underWay = 0;
  private readonly waiting: (() => void)[] = [];

  /** `busy` makes what is thrown to those who are sent away. */
  constructor(
    private readonly atOnce: number,
    private readonly mostWaiting = Infinity,
    private readonly busy: () => Error = () => new Error("Too many wait."),
  ) {}

  /**
   * Does something when its turn has come. Throws what `busy` makes where too many wait, and the signal's reason where nobody wants
   * it any more by then.
   */
  async take<T>(work: () => Promise<T>, signal?: AbortSignal): Promise<T> {
    if (this.waiting.length >= this.mostWaiting) throw this.busy();
    if (this.underWay >= this.atOnce) await new Promise<void>((begin) => this.waiting.push(begin));
    else this.underWay++;
    try {
      signal?.throwIfAborted();
      return await work();
    } finally {
      // A turn is handed on, so that who comes later does not come before who waits.
      const next = this.waiting.shift();
      if (next) next();
      else this.underWay--;
    }
  }
}
