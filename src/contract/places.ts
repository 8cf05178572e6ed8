import { z } from "zod";
import { askedPlacesSchema, incomingLink, listedPlace } from "@/core/library";
import type { AskedPlace } from "@/core/links";
import { call } from "./call";

const knownPlace = z.object({
  title: z.string(),
  place: z.string().nullable(),
  anchor: z.string().nullable(),
  words: z.string().optional(),
});
const askedPlace = z.custom<AskedPlace>(
  (value) => value === "no-document" || value === "no-place" || knownPlace.safeParse(value).success,
);

/** What places of other documents are called by now, by their keys. A missing document and one that may not be read get the same answer. */
export const askPlaces = call("POST", "/api/places", {
  body: askedPlacesSchema,
  answer: z.object({ places: z.record(z.string(), askedPlace) }),
});

/** Places of all documents but one whose names hold some words. */
export const findPlaces = call("POST", "/api/places/find", {
  body: z.strictObject({ words: z.string().max(1_000), except: z.string().max(64).default("") }),
  answer: z.object({ places: z.array(listedPlace) }),
});

/** The links of other documents that lead to one. */
export const listIncoming = call("GET", "/api/documents/:id/incoming", {
  answer: z.object({ links: z.array(incomingLink) }),
});
