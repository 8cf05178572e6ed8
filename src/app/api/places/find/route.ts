import { findPlaces } from "@/contract/places";
import { authority, LOCAL_AUTHOR } from "@/server";
import { answering, route } from "../../respond";

export const { GET, POST, PUT, PATCH, DELETE } = route({
  POST: answering(
    findPlaces,
    async ({ body: { words, except } }) => ({
      places: await (await authority()).findPlaces(LOCAL_AUTHOR, words, except),
    }),
    { most: 20_000 },
  ),
});
