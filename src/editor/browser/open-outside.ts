import { addressOf, addressOfFile, isAddress, type LinkTarget } from "@/core/document";
import { placeInAddress } from "./place-in-address";

/** Opens what a link of a document leads to outside of it: in a new tab, so that your own place stays. */
export function openOutside(document: string, target: LinkTarget): void {
  if (target.kind === "document") {
    window.open(`/documents/${target.document}${placeInAddress(target)}`, "_blank", "noopener");
  } else if (target.kind === "file")
    window.open(addressOfFile(document, target.id, target.page), "_blank", "noopener");
  else if (target.kind === "mail") window.location.href = addressOf(target);
  else if (isAddress(target)) window.open(addressOf(target), "_blank", "noopener");
}
