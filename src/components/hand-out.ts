/** The name that an answer of the server gives its file; null where it gives none. */
export function nameOfFile(answer: Response): string | null {
  const name = /filename\*=UTF-8''([^;]+)/.exec(answer.headers.get("Content-Disposition") ?? "")?.[1];
  return name ? decodeURIComponent(name) : null;
}

/** Hands bytes to the browser, which keeps them as a file. */
export function handOut(bytes: Blob, name: string): void {
  const address = URL.createObjectURL(bytes);
  const link = document.createElement("a");
  link.href = address;
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(address), 60_000);
}
