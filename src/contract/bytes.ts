import { z } from "zod";

/** The body of a call that sends a file: its bytes as they are. */
export const BYTES = z.custom<Blob>((value) => value instanceof Blob);
