/** The encoding that an HTML file declares in its first kilobyte (HTML, section 13.2.3.2; XML, 4.3.3), or null. */
export function declaredEncoding(bytes: Uint8Array): string | null {
  const head = String.fromCharCode(...bytes.subarray(0, 1024));
  return (
    /<meta[^>]+charset\s*=\s*["']?\s*([\w.:-]+)/i.exec(head)?.[1] ??
    /^<\?xml[^>]+encoding\s*=\s*["']([\w.:-]+)/.exec(head)?.[1] ??
    null
  );
}
