import {
  isConstantNode,
  isFunctionNode,
  isOperatorNode,
  isParenthesisNode,
  isSymbolNode,
  parse,
  type MathNode,
} from "mathjs/number";
import { localeOf, MAX_EXPRESSION_LETTERS } from "@/core/document";
import { isOneOf } from "@/core/one-of";
import { isKeyOf } from "@/core/keys-of";
import { DATE_FUNCTIONS, DAY, dayOf, FACTS, type Known, type NumberFunction } from "./facts";

/** What came of an expression: words to be shown, or why there are none. */
export type Computed = { readonly words: string } | { readonly fault: string };

/** Raised where an expression, or a part of it, cannot be computed; its message says why. */
class ComputeFault extends Error {}

const MAX_PARTS = 200;

type Value = number | string;

/** Operators by the names that the parser gives them. */
const OPERATORS: Readonly<Record<string, (...values: number[]) => number>> = {
  add: (a, b) => a! + b!,
  subtract: (a, b) => a! - b!,
  multiply: (a, b) => a! * b!,
  divide: (a, b) => {
    if (b === 0) throw new ComputeFault("Nothing can be divided by 0.");
    return a! / b!;
  },
  pow: (a, b) => a! ** b!,
  mod: (a, b) => a! % b!,
  unaryMinus: (a) => -a!,
  unaryPlus: (a) => a!,
  percentage: (a) => a! / 100,
};

/** Functions of numbers, with how many they take at least and at most. */
const FUNCTIONS: Readonly<
  Record<NumberFunction, { of: (...values: number[]) => number; takes: readonly [number, number] }>
> = {
  abs: { of: Math.abs, takes: [1, 1] },
  ceil: { of: Math.ceil, takes: [1, 1] },
  floor: { of: Math.floor, takes: [1, 1] },
  max: { of: Math.max, takes: [1, 50] },
  min: { of: Math.min, takes: [1, 50] },
  round: { of: rounded, takes: [1, 2] },
  sqrt: { of: Math.sqrt, takes: [1, 1] },
  year: { of: (day) => dateOf(day).getUTCFullYear(), takes: [1, 1] },
  month: { of: (day) => dateOf(day).getUTCMonth() + 1, takes: [1, 1] },
  day: { of: (day) => dateOf(day).getUTCDate(), takes: [1, 1] },
};

/**
 * Computes an expression: arithmetic, dates as days (`date("2026-12-24") - today()`), facts of the document. Only what is named here
 * can stand in it: nothing can loop, be assigned, or reach anything else, so that it ends after as many steps as it has parts.
 */
export function compute(expression: string, known: Known): Computed {
  try {
    if (expression.trim() === "") throw new ComputeFault("There is nothing to compute.");
    if (expression.length > MAX_EXPRESSION_LETTERS)
      throw new ComputeFault(`Longer than ${MAX_EXPRESSION_LETTERS} signs.`);
    const tree = parsed(expression);
    let parts = 0;
    tree.traverse(() => {
      if (++parts > MAX_PARTS) throw new ComputeFault(`More than ${MAX_PARTS} parts.`);
    });
    const value = valueOf(tree, known);
    // Nobody writes a year with a mark for the thousand.
    const isYear = isFunctionNode(tree) && tree.fn.name === "year";
    return { words: isYear ? String(value) : inWords(value, known.language) };
  } catch (error) {
    if (error instanceof ComputeFault) return { fault: error.message };
    throw error;
  }
}

function parsed(expression: string): MathNode {
  try {
    return parse(expression);
  } catch {
    // What the parser says speaks of its own tokens.
    throw new ComputeFault("This cannot be read as something to compute.");
  }
}

function valueOf(node: MathNode, known: Known): Value {
  if (isParenthesisNode(node)) return valueOf(node.content, known);
  if (isConstantNode(node)) {
    const value: unknown = node.value;
    if (typeof value === "number" || typeof value === "string") return value;
    throw new ComputeFault(`“${String(value)}” is not a number.`);
  }
  if (isSymbolNode(node)) return factOf(node.name, known);
  if (isOperatorNode(node)) {
    const operator = OPERATORS[node.fn];
    if (!operator) throw new ComputeFault(`“${node.op}” cannot be used here.`);
    return operator(...node.args.map((part) => numberOf(part, known)));
  }
  if (isFunctionNode(node)) return ofFunction(node.fn.name, node.args, known);
  throw new ComputeFault("Only numbers, dates and facts of the document can be computed.");
}

function factOf(name: string, known: Known): number {
  if (!isOneOf(FACTS, name)) throw new ComputeFault(`“${name}” is none of: ${FACTS.join(", ")}.`);
  const value = known.fact(name);
  if (value === null) throw new ComputeFault("How many pages there are is known on pages only.");
  return value;
}

function ofFunction(name: string, args: readonly MathNode[], known: Known): Value {
  if (name === "today" && args.length === 0) return known.today;
  if (name === "date" && args.length === 1) return dayWritten(valueOf(args[0]!, known));
  if (name === "written" && args.length === 1)
    return new Intl.DateTimeFormat(localeOf(known.language), { dateStyle: "long", timeZone: "UTC" }).format(
      dateOf(numberOf(args[0]!, known)),
    );
  const found = isKeyOf(FUNCTIONS, name) ? FUNCTIONS[name] : undefined;
  if (!found) {
    if (isOneOf(DATE_FUNCTIONS, name)) throw new ComputeFault(`“${name}” has too many or too few values.`);
    throw new ComputeFault(`“${name}” cannot be used here.`);
  }
  const [least, most] = found.takes;
  if (args.length < least || args.length > most)
    throw new ComputeFault(`“${name}” has too many or too few values.`);
  return found.of(...args.map((part) => numberOf(part, known)));
}

function numberOf(node: MathNode, known: Known): number {
  const value = valueOf(node, known);
  if (typeof value === "number") return value;
  throw new ComputeFault(`“${value}” is not a number. A date is written as date("2026-12-24").`);
}

function dayWritten(value: Value): number {
  const [, year, month, day] = /^(\d{4})-(\d{2})-(\d{2})$/.exec(String(value)) ?? [];
  const at = year === undefined ? NaN : dayOf(Number(year), Number(month), Number(day));
  // The 30th of February would be a day of March.
  if (Number.isNaN(at) || dateOf(at).toISOString().slice(0, 10) !== value)
    throw new ComputeFault(`“${value}” is no date. One is written as 2026-12-24.`);
  return at;
}

function dateOf(day: number): Date {
  const date = new Date(day * DAY);
  if (Number.isNaN(date.getTime())) throw new ComputeFault("That is no date.");
  return date;
}

function rounded(value: number, digits = 0): number {
  const by = 10 ** Math.max(0, Math.min(15, Math.round(digits)));
  return Math.round(value * by) / by;
}

function inWords(value: Value, language: string): string {
  if (typeof value === "string") return value;
  if (Number.isNaN(value)) throw new ComputeFault("The result is not a number.");
  if (!Number.isFinite(value)) throw new ComputeFault("The number is too large.");
  return new Intl.NumberFormat(localeOf(language), { maximumFractionDigits: 4 }).format(value);
}

/** What is shown where an expression gives no value. */
export const NO_VALUE = "…";

/** The words of what came of an expression; {@link NO_VALUE} where there are none. */
export function wordsOf(computed: Computed): string {
  return "words" in computed ? computed.words : NO_VALUE;
}
