/** What a page may fetch, and that it runs nothing of its own (W3C CSP 3). */
export const READING_POLICY =
  "default-src 'none'; style-src 'self' 'unsafe-inline'; img-src 'self' data:; font-src 'self'; script-src 'self'; worker-src 'self'; connect-src 'self'; manifest-src 'self'; base-uri 'none'; form-action 'none'";

/** Stands where a server may tell readers that there is a newer edition. */
export const NOTICE_PLACE = "<!--notice-->";

/** Stands for the address of the edition in a page that is shown at any depth below it. */
export const BASE = "{base}";
/** Stands for what a server has to say on such a page. */
export const SAID = "<!--said-->";
