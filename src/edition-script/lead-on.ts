import { anchorIn, leadTo } from "./edition";

/**
 * An address that names a place of the document on the first page, as addresses did while it was one page, leads on to the page where that place is. True
 * where the page is being left.
 */
export function leadOnFromFirst(): boolean {
  const anchor = anchorIn(location.hash);
  const isFirst =
    document.querySelector("link[rel=prev]") === null && document.querySelector(".steps") !== null;
  if (anchor === "" || anchor.startsWith("_") || !isFirst || document.getElementById(anchor)) return false;
  location.replace(leadTo(anchor));
  return true;
}
