/** A number in PDF: two digits after the point are a 3,600th of an inch. */
export function num(value: number): string {
  const rounded = Math.round(value * 100) / 100;
  return Object.is(rounded, -0) ? "0" : String(rounded);
}

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
  return `(${out.replace(/[\\()\r\n]/g, (sign) => ESCAPED[sign]!)})`;
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
  const part = (from: number) => num(parseInt(colour.slice(from, from + 2), 16) / 255);
  return `${part(1)} ${part(3)} ${part(5)} rg`;
}

export function strokeColour(colour: string): string {
  return fillColour(colour).replace("rg", "RG");
}
