import { getSnapshot } from "@/contract/documents";
import { authority, LOCAL_AUTHOR } from "@/server";
import { answering, route } from "../../../respond";

/**
 * Gzip of the JSON of a document as it was a few hundred steps ago at most, as it lies on disk; its version is in the header
 * `Gate-Rope-Version`. Opening a long document costs the server no more than reading it.
 */
export const { GET, POST, PUT, PATCH, DELETE } = route<{ id: string }>({
  GET: answering(getSnapshot, async ({ params }) => {
    const { version, body } = await (await authority()).snapshot(LOCAL_AUTHOR, params.id);
    return new Response(new Uint8Array(body), {
      headers: {
        "Content-Type": "application/gzip",
        "Cache-Control": "no-store, no-transform",
        "Gate-Rope-Version": String(version),
      },
    });
  }),
});
