/** A table that somebody drew with signs: its rows of cells, from the first one on, and how many of them are its head. */
export interface DrawnTable {
  readonly rows: readonly (readonly string[])[];
  readonly headers: number;
}

const DRAWN = /^\s*[|+].*[|+]$/;
const MIN_LINES = 3;
/** What has more columns was not drawn by hand for anybody to read. */
const MAX_COLUMNS = 100;

/** Whether a line of a drawing is a line across. */
function isRule(line: string): boolean {
  return /^[-=+|:\s]+$/.test(line) && /--|==/.test(line);
}

/**
 * Where the drawings among some lines begin and end (exclusive): lines that follow each other, each between bars, and one of
 * them at least a line across.
 */
export function drawingsAmong(lines: readonly string[]): { start: number; end: number }[] {
  const found: { start: number; end: number }[] = [];
  for (let start = 0; start < lines.length; start++) {
    let end = start;
    while (end < lines.length && DRAWN.test(lines[end]!)) end++;
    if (end - start >= MIN_LINES && lines.slice(start, end).some(isRule)) found.push({ start, end });
    start = Math.max(start, end - 1);
  }
  return found;
}

/** Whether lines are a drawing from the first to the last, and the table that it is, if it is one; null where they are none. */
export function drawingOf(lines: readonly string[]): { readonly table: DrawnTable | null } | null {
  const [first] = drawingsAmong(lines);
  return first?.start === 0 && first.end === lines.length ? { table: tableOf(lines) } : null;
}

/**
 * Reads a drawing as a table of two columns or more. Where there are lines across between the rows, what stands between two of
 * them is one row whose words are wrapped in their cells; where there is one below the head alone, each line is a row, and one
 * that begins with an empty cell goes on with the row before. Null for what is drawn but no table.
 */
function tableOf(lines: readonly string[]): DrawnTable | null {
  const rules = lines.filter((line) => isRule(line));
  const words = lines.filter((line) => !isRule(line));
  const columns = columnsOf(words, rules);
  if (!columns) return null;
  const groups: string[][][] = [[]];
  let double = -1;
  for (const line of lines) {
    if (!isRule(line)) groups.at(-1)!.push(columns(line));
    else {
      if (groups.at(-1)!.length > 0) groups.push([]);
      // A double line closes the head, where one is drawn below it.
      if (line.includes("=") && double < 0 && groups.length > 1) double = groups.length - 1;
    }
  }
  if (groups.at(-1)!.length === 0) groups.pop();
  if (groups.length === 0) return null;
  const headers = groups.length === 1 ? 0 : double > 0 && double < groups.length ? double : 1;
  const wrapped = groups.length > 2;
  const rows = groups.flatMap((group, i) => (wrapped || i < headers ? [joined(group)] : continued(group)));
  return { rows, headers };
}

/** How a line is parted into cells: by its bars, or where all lines have one and the lines across agree. */
function columnsOf(words: readonly string[], rules: readonly string[]): ((line: string) => string[]) | null {
  const [first] = words;
  if (first === undefined) return null;
  const byBars = (line: string) =>
    line
      .trim()
      .slice(1, -1)
      .split("|")
      .map((cell) => cell.trim());
  const count = byBars(first).length;
  if (count > MAX_COLUMNS) return null;
  if (words.every((line) => byBars(line).length === count)) return count > 1 ? byBars : null;
  // Bars among the words of a cell stand in other columns in other lines.
  const bars = [...first].flatMap((character, at) =>
    character === "|" && words.every((it) => it[at] === "|") ? [at] : [],
  );
  const agree = rules.every((rule) =>
    [...rule].every((character, at) => character !== "+" || bars.includes(at)),
  );
  // No word may stand outside of the outer ones.
  const within = words.every((line) => line.search(/\S/) === bars[0] && line.length - 1 === bars.at(-1));
  if (bars.length < 3 || !agree || !within) return null;
  return (line) => bars.slice(1).map((end, i) => line.slice(bars[i]! + 1, end).trim());
}

/** The lines of one row, cell by cell. */
function joined(lines: readonly (readonly string[])[]): string[] {
  return lines[0]!.map((_, column) =>
    lines
      .map((line) => line[column]!)
      .filter((part) => part !== "")
      .join(" "),
  );
}

function continued(lines: readonly (readonly string[])[]): string[][] {
  const rows: (readonly string[])[][] = [];
  for (const line of lines) {
    if (line[0] === "" && rows.length > 0) rows.at(-1)!.push(line);
    else rows.push([line]);
  }
  return rows.map(joined);
}
