/** How many of something, in plain English: “1 link”, “2,000 links”. */
export function counted(count: number, one: string, many = `${one}s`): string {
  return `${new Intl.NumberFormat("en").format(count)} ${count === 1 ? one : many}`;
}
