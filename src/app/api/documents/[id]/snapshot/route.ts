import { authority, LOCAL_AUTHOR } from "@/server";
import { route } from "../../../respond";

/**
 * Gzip of the JSON of a document as it was a few hundred steps ago at the most, as it lies on disk; its version is in the header
 * `Gate-Rope-Version`. Opening a long document costs the server no more than reading it.
 */
export const { GET, POST, PUT, PATCH, DELETE } = route<{ id: string }>({
  async GET(_request, { params }) {
    const { version, body } = await (await authority()).snapshot(LOCAL_AUTHOR, (await params).id);
    return new Response(new Uint8Array(body), {
      headers: {
        "Content-Type": "application/gzip",
        "Cache-Control": "no-store, no-transform",
        "Gate-Rope-Version": String(version),
      },
    });
  },
});
