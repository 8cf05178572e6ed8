import { sendCaret } from "@/contract/steps";
import { authority, LOCAL_AUTHOR } from "@/server";
import { answering, route } from "../../../respond";

export const { GET, POST, PUT, PATCH, DELETE } = route<{ id: string }>({
  POST: answering(sendCaret, async ({ params, body }) => {
    (await authority()).updatePresence(LOCAL_AUTHOR, params.id, body);
  }),
});
