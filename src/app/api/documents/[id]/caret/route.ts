import { caretRequest } from "@/core/exchange";
import { authority, LOCAL_AUTHOR } from "@/server";
import { bodyOf, route } from "../../../respond";

/** Tells the others where one's caret is. */
export const { GET, POST, PUT, PATCH, DELETE } = route<{ id: string }>({
  async POST(request, { params }) {
    const presence = await bodyOf(request, caretRequest);
    (await authority()).see(LOCAL_AUTHOR, (await params).id, presence);
    return new Response(null, { status: 204 });
  },
});
