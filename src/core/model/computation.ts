import { z } from "zod";

/** As long may an expression be that is computed. */
export const MAX_EXPRESSION_LETTERS = 500;

/** Checks an expression that comes from outside. That it can be computed is not asked: what cannot says why where it stands. */
export const expressionSchema = z.string().min(1).max(MAX_EXPRESSION_LETTERS);
