import { listFlagged } from "@/contract/flagged";
import { authority, LOCAL_AUTHOR } from "@/server";
import { answering, route } from "../respond";

export const { GET, POST, PUT, PATCH, DELETE } = route({
  GET: answering(listFlagged, async () => ({ places: await (await authority()).flagged(LOCAL_AUTHOR) })),
});
