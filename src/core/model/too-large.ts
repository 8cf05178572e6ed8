/** What is said of something that is larger than it may be: `The file`, and how many bytes it may have at most. */
export function tooLargeMessage(what: string, most: number): string {
  const megabytes = most / 1024 / 1024;
  const size = megabytes >= 1 ? `${Math.floor(megabytes)} MB` : `${Math.floor(most / 1024)} kB`;
  return `${what} is larger than ${size}, which is the limit.`;
}
