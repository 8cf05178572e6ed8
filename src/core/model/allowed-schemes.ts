import { z } from "zod";
import { whyNoScheme } from "./address";

/** The schemes that a document allows by name, such as `news` or `irc`. */
export const NO_SCHEMES: readonly string[] = [];

/** Checks the schemes that a document allows. */
export const schemesSchema = z
  .array(z.string().refine((scheme) => whyNoScheme(scheme) === null, "not a scheme that can be allowed"))
  .max(50);
