import { listIncoming } from "@/contract/places";
import { authority, LOCAL_AUTHOR } from "@/server";
import { answering, route } from "../../../respond";

export const { GET, POST, PUT, PATCH, DELETE } = route<{ id: string }>({
  GET: answering(listIncoming, async ({ params }) => ({
    links: await (await authority()).incoming(LOCAL_AUTHOR, params.id),
  })),
});
