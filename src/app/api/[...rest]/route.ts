import { ServerError } from "@/server";
import { route } from "../respond";

function nothingHere(): never {
  throw new ServerError(404, "no-address", "There is nothing at this address.");
}

/** Every address below /api that is not known. */
export const { GET, POST, PUT, PATCH, DELETE } = route({
  GET: nothingHere,
  POST: nothingHere,
  PUT: nothingHere,
  PATCH: nothingHere,
  DELETE: nothingHere,
});
