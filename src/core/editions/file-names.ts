/** Names of files that no two things share, without regard to case; some servers and disks know none. */
export class FileNames {
  private readonly taken = new Set<string>();

  constructor(taken: readonly string[] = []) {
    for (const name of taken) this.taken.add(name.toLowerCase());
  }

  /** A name for something called so: letters and digits of any script with strokes between, short enough for every disk. */
  next(called: string, ending: string): string {
    const stem = called
      .normalize("NFC")
      .replace(/[^\p{L}\p{M}\p{N}]+/gu, "-")
      .replace(/^-+|-+$/g, "");
    // Names are counted in bytes, and a sign has up to four.
    const short = [...stem].slice(0, 48).join("") || "page";
    let name = short + ending;
    for (let n = 2; this.taken.has(name.toLowerCase()); n++) name = `${short}-${n}${ending}`;
    this.taken.add(name.toLowerCase());
    return name;
  }
}
