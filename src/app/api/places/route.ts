import { askPlaces } from "@/contract/places";
import { authority, LOCAL_AUTHOR } from "@/server";
import { answering, route } from "../respond";

export const { GET, POST, PUT, PATCH, DELETE } = route({
  POST: answering(askPlaces, async ({ body }) => {
    const asked = await (await authority()).askPlaces(LOCAL_AUTHOR, body.targets);
    return { places: Object.fromEntries(asked) };
  }),
});
