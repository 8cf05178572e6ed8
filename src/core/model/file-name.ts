const MAX_LETTERS = 150;

/** Names that an operating system keeps for devices. */
const DEVICES = /^(?:con|prn|aux|nul|com\d|lpt\d)(?=\.|$)/i;

/**
 * A name for a file that is safe wherever it is unpacked: no path, no control signs, no signs that turn the reading direction
 * (which hide an ending), none that some file system refuses.
 */
export function fileNameOf(given: string): string {
  const clean = given
    .slice(-1_000)
    .replace(/^.*[/\\]/s, "")
    .normalize("NFC")
    .replace(/[\p{Cc}\p{Cf}\p{Cs}\p{Zl}\p{Zp}]/gu, "")
    .replace(/[<>:"|?*]/g, "_")
    .replace(/\s+/g, " ")
    .replace(/^[ .]+|[ .]+$/g, "")
    .replace(DEVICES, "_$&");
  if (clean === "") return "file";
  const dot = clean.lastIndexOf(".");
  const ending = dot > 0 && clean.length - dot <= 12 ? clean.slice(dot) : "";
  const letters = [...clean.slice(0, clean.length - ending.length)];
  return letters.slice(0, MAX_LETTERS).join("").trimEnd() + ending;
}
