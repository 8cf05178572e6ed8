declare module "hyphen/*" {
  /** Puts soft hyphens into a text (patterns of one language). */
  export function hyphenateSync(text: string): string;
}
