import { tellCaret } from "@/contract/steps";
import { authority, LOCAL_AUTHOR } from "@/server";
import { answering, route } from "../../../respond";

export const { GET, POST, PUT, PATCH, DELETE } = route<{ id: string }>({
  POST: answering(tellCaret, async ({ params, body }) => {
    (await authority()).see(LOCAL_AUTHOR, params.id, body);
  }),
});
