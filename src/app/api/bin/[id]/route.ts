import { authority, LOCAL_AUTHOR } from "@/server";
import { route } from "../../respond";

/** Lets go of one document in the bin for good. */
export const { GET, POST, PUT, PATCH, DELETE } = route<{ id: string }>({
  async DELETE(_request, { params }) {
    await (await authority()).emptyBin(LOCAL_AUTHOR, (await params).id);
    return new Response(null, { status: 204 });
  },
});
