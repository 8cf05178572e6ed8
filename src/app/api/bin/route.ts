import { emptyBin, listBin } from "@/contract/bin";
import { authority, LOCAL_AUTHOR } from "@/server";
import { answering, route } from "../respond";

export const { GET, POST, PUT, PATCH, DELETE } = route({
  GET: answering(listBin, async () => ({ documents: await (await authority()).bin(LOCAL_AUTHOR) })),
  DELETE: answering(emptyBin, async () => ({ removed: await (await authority()).emptyBin(LOCAL_AUTHOR) })),
});
