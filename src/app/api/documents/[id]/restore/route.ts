import { authority, LOCAL_AUTHOR } from "@/server";
import { route } from "../../../respond";

export const { GET, POST, PUT, PATCH, DELETE } = route<{ id: string }>({
  async POST(_request, { params }) {
    await (await authority()).restore(LOCAL_AUTHOR, (await params).id);
    return new Response(null, { status: 204 });
  },
});
