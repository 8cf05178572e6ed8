/** A browser of any make, driven by what a hand can do. Places are pixels from the window's upper left corner. */
export interface Browser {
  readonly name: string;
  open(url: string): Promise<void>;
  /** Makes the window so wide and high inside, as near as the browser can. */
  resize(width: number, height: number): Promise<void>;
  /** Evaluates an expression in the page; what it comes to is JSON. */
  ask<T>(expression: string): Promise<T>;
  /** Types words, key by key. */
  type(words: string): Promise<void>;
  /** Presses one key with others held: `Control+Alt+1`. */
  press(chord: string): Promise<void>;
  click(x: number, y: number): Promise<void>;
  close(): Promise<void>;
}

/** Keys that have no letter, as WebDriver names them (W3C WebDriver, 17.4.2). */
export const WEBDRIVER_KEYS: Readonly<Record<string, string>> = {
  Control: "\uE009",
  Shift: "\uE008",
  Alt: "\uE00A",
  Enter: "\uE007",
  Escape: "\uE00C",
  Tab: "\uE004",
  Backspace: "\uE003",
  Delete: "\uE017",
  Home: "\uE011",
  End: "\uE010",
  ArrowLeft: "\uE012",
  ArrowUp: "\uE013",
  ArrowRight: "\uE014",
  ArrowDown: "\uE015",
  PageUp: "\uE00E",
  PageDown: "\uE00F",
  F2: "\uE032",
  F6: "\uE036",
};

/** The parts of a chord, those that are held first. */
export function chordOf(chord: string): { held: string[]; key: string } {
  const parts = chord.split("+");
  return { held: parts.slice(0, -1), key: parts.at(-1)! };
}
