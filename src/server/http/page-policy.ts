/**
 * The content security policy of the pages for authors (W3C CSP 3). Scripts and style sheets come from this server or carry
 * the nonce of their request; only attributes may hold styles, since lengths and colours of a document are set there.
 * `dev` allows what the framework needs while sources are edited.
 */
export function pagePolicy(nonce: string, { dev = false } = {}): string {
  const own = `'self' 'nonce-${nonce}'`;
  return [
    "default-src 'none'",
    `script-src ${own}${dev ? " 'unsafe-eval'" : ""}`,
    `style-src ${dev ? "'self' 'unsafe-inline'" : own}`,
    "style-src-attr 'unsafe-inline'",
    "img-src 'self' data: blob:",
    "font-src 'self' data:",
    `connect-src 'self'${dev ? " ws:" : ""}`,
    "worker-src 'self' blob:",
    "manifest-src 'self'",
    "frame-src 'self'",
    "base-uri 'none'",
    "form-action 'self'",
    "frame-ancestors 'self'",
  ].join("; ");
}
