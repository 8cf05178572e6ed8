/** A number in PDF: two digits after the point are a 3,600th of an inch. */
export function num(value: number): string {
  return hundredths(Math.round(value * 100));
}

/** A whole number of hundredths, as {@link num} writes them. By its digits: the engine is slow with fractions. */
export function hundredths(value: number): string {
  const whole = Math.abs(value);
  const rest = whole % 100;
  if (rest === 0) return String(value / 100 + 0);
  const sign = value < 0 ? "-" : "";
  return `${sign}${(whole - rest) / 100}${AFTER_POINT[rest]}`;
}

const AFTER_POINT = Array.from({ length: 100 }, (_, rest) => String(rest / 100).slice(1));

/** A text string (ISO 32000-2, 7.9.2.2): in ASCII as it is, else UTF-16 with its mark. */
export function text(value: string): string {
  let out = "";
  if (/^[\x20-\x7e]*$/.test(value)) out = value;
  else {
    out = "\xfe\xff";
    for (let i = 0; i < value.length; i++) {
      const code = value.charCodeAt(i);
      out += String.fromCharCode(code >> 8, code & 0xff);
    }
  }
  return `(${out.replace(/[\\()\r\n]/g, (character) => ESCAPED[character]!)})`;
}

/** Signs that mean something in a literal string, as they are written there. */
export const ESCAPED: Readonly<Record<string, string>> = {
  "\\": "\\\\",
  "(": "\\(",
  ")": "\\)",
  "\r": "\\r",
  "\n": "\\n",
};

/** A colour for filling, from `#` and six hexadecimal digits. */
export function fillColour(colour: string): string {
  let known = fills.get(colour);
  if (known === undefined) {
    const part = (from: number) => num(parseInt(colour.slice(from, from + 2), 16) / 255);
    fills.set(colour, (known = `${part(1)} ${part(3)} ${part(5)} rg`));
  }
  return known;
}
/** A document has a few colours, and tens of thousands of words in them. */
const fills = new Map<string, string>();

export function strokeColour(colour: string): string {
  return fillColour(colour).replace("rg", "RG");
}
