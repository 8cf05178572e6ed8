import { getHistory } from "@/contract/versions";
import { authority, LOCAL_AUTHOR } from "@/server";
import { answering, route } from "../../../respond";

export const { GET, POST, PUT, PATCH, DELETE } = route<{ id: string }>({
  GET: answering(getHistory, async ({ params }) => (await authority()).history(LOCAL_AUTHOR, params.id)),
});
