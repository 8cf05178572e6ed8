/** An option for writing a file, and how it is given on the command line. */
export interface AskedOption {
  /** Behind two hyphens. */
  readonly flag: string;
  /** What has to be said with it, as an example; null where it stands alone. */
  readonly takes: string | null;
  /** What it does, and what holds without it. */
  readonly says: string;
  /** Whether it may be said more than once. */
  readonly several?: true;
}
