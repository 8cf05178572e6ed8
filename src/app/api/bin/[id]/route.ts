import { purgeDocument } from "@/contract/bin";
import { authority, LOCAL_AUTHOR } from "@/server";
import { answering, route } from "../../respond";

export const { GET, POST, PUT, PATCH, DELETE } = route<{ id: string }>({
  DELETE: answering(purgeDocument, async ({ params }) => {
    await (await authority()).emptyBin(LOCAL_AUTHOR, params.id);
  }),
});
