import { z } from "zod";
import { appendRequest, caretRequest, sentSteps } from "@/core/collab/messages";
import { personName } from "@/core/model/person-name";
import { call } from "./call";

/** A whole number in an address. */
const wholeNumber = z.union([
  z.int().min(0),
  z
    .string()
    .regex(/^\d{1,12}$/, "has to be a whole number")
    .transform(Number),
]);

/** The steps after a version. */
export const getSteps = call("GET", "/api/documents/:id/steps", {
  query: z.object({ after: wholeNumber }),
  answer: sentSteps,
});

/** Sends steps to be accepted. */
export const appendSteps = call("POST", "/api/documents/:id/steps", {
  body: appendRequest,
  answer: sentSteps,
});

/** Tells the others where this window's caret is. */
export const sendCaret = call("POST", "/api/documents/:id/caret", { body: caretRequest });

/** What happens to a document from a version on, as server-sent events of `liveEvent`; who listens is among those who have it open. */
export const followDocument = call("GET", "/api/documents/:id/live", {
  query: z.object({ after: wholeNumber, client: z.string().default(""), name: z.string().default("") }),
});

/** A document that a window follows, from a version on. */
export const followSchema = z.object({
  document: z.string().min(1).max(64),
  after: wholeNumber,
  client: z.string().min(1).max(64).regex(/^\S+$/),
  name: personName,
});
export type Follow = Readonly<z.infer<typeof followSchema>>;

/** The same for several windows of one browser on one connection; the name of each event is that of the window. */
export const followDocuments = call("POST", "/api/live", {
  body: z.strictObject({ follows: z.array(followSchema).max(500) }),
});
