import { restoreDocument } from "@/contract/documents";
import { authority, LOCAL_AUTHOR } from "@/server";
import { answering, route } from "../../../respond";

export const { GET, POST, PUT, PATCH, DELETE } = route<{ id: string }>({
  POST: answering(restoreDocument, async ({ params }) => {
    await (await authority()).restore(LOCAL_AUTHOR, params.id);
  }),
});
