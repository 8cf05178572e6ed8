const NUMBERS = new Intl.NumberFormat();

/** A number as its reader's country writes it. */
export function formatted(count: number): string {
  return NUMBERS.format(count);
}

/** So many of something: “1 place”, “2,000 places”. */
export function counted(count: number, one: string, many = `${one}s`): string {
  return `${formatted(count)} ${count === 1 ? one : many}`;
}
