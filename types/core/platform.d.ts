/*
 * What browsers, workers and Node have alike, and the core may use. It is compiled with these alone, so that nothing of a page or of a
 * server comes into it.
 */

declare const crypto: { getRandomValues<Bytes extends Uint8Array>(bytes: Bytes): Bytes };

declare function atob(base64: string): string;
declare function btoa(bytes: string): string;

declare class TextEncoder {
  encode(text: string): Uint8Array<ArrayBuffer>;
}

declare class TextDecoder {
  constructor(label?: string, options?: { readonly fatal?: boolean; readonly ignoreBOM?: boolean });
  decode(bytes?: ArrayBufferView | ArrayBuffer, options?: { readonly stream?: boolean }): string;
}

declare class URL {
  constructor(address: string, base?: string);
  static canParse(address: string, base?: string): boolean;
  readonly protocol: string;
  readonly href: string;
}

declare class URLSearchParams {
  constructor(entries?: string | Readonly<Record<string, string>>);
  get(name: string): string | null;
  set(name: string, value: string): void;
  toString(): string;
}

interface AbortSignal {
  readonly aborted: boolean;
  throwIfAborted(): void;
}
