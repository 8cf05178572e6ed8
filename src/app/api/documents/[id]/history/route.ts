import { getHistory, keepChanges } from "@/contract/versions";
import { authority, LOCAL_AUTHOR } from "@/server";
import { answering, route } from "../../../respond";

export const { GET, POST, PUT, PATCH, DELETE } = route<{ id: string }>({
  GET: answering(getHistory, async ({ params }) => (await authority()).history(LOCAL_AUTHOR, params.id)),
  PUT: answering(keepChanges, async ({ params, body }) =>
    (await authority()).keepChanges(LOCAL_AUTHOR, params.id, body.days),
  ),
});
