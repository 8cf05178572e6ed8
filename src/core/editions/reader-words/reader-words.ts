/** What the pages of an edition say to readers, beside the words of the document itself. `{}` stands for what is named. */
export interface ReaderWords {
  /** Which edition it is: its number and date. */
  readonly edition: string;
  readonly older: string;
  readonly toNewest: string;
  readonly withdrawn: string;
  readonly noPlace: string;
  readonly nearest: string;
  readonly whole: string;
  readonly goOn: string;
  readonly back: string;
  /** What can be done at a place. */
  readonly atPlace: string;
  readonly copyAddress: string;
  readonly copied: string;
  readonly display: string;
  readonly size: string;
  readonly width: string;
  readonly narrow: string;
  readonly usual: string;
  readonly wide: string;
  readonly paper: string;
  readonly papers: {
    readonly auto: string;
    readonly day: string;
    readonly sepia: string;
    readonly night: string;
  };
  readonly marks: string;
  readonly mark: string;
  readonly unmark: string;
  readonly noteHere: string;
  readonly noMarks: string;
  readonly placeGone: string;
  readonly exportMarks: string;
  readonly keepOffline: string;
  readonly keptOffline: string;
  readonly removeOffline: string;
  readonly noOffline: string;
  readonly deviceFull: string;
  readonly newEdition: string;
  readonly close: string;
}
