const NUMBERS = new Intl.NumberFormat();

/** A number as its reader's country writes it. */
export function formatted(count: number): string {
  return NUMBERS.format(count);
}

/** A count with its noun: “1 place”, “2,000 places”. */
export function counted(count: number, one: string, many = `${one}s`): string {
  return `${formatted(count)} ${count === 1 ? one : many}`;
}

const KILO = 1_000;

/** A number of bytes as a reader's country writes them: “340 kB”, “1.2 MB”. */
export function sized(bytes: number): string {
  const [value, unit] =
    bytes < KILO * KILO
      ? ([bytes < KILO ? bytes : bytes / KILO, bytes < KILO ? "byte" : "kilobyte"] as const)
      : ([bytes / KILO / KILO, "megabyte"] as const);
  const digits = value >= 100 || unit === "byte" ? 0 : 1;
  return new Intl.NumberFormat(undefined, {
    style: "unit",
    unit,
    unitDisplay: unit === "byte" ? "long" : "short",
    maximumFractionDigits: digits,
  }).format(value);
}
