import { getFile } from "@/contract/files";
import { authority, LOCAL_AUTHOR, mayBeShown } from "@/server";
import { answering, route } from "../../../../respond";

/** A file attached to the document. A browser shows what is harmless, and keeps the rest as a file. */
export const { GET, POST, PUT, PATCH, DELETE } = route<{ id: string; file: string }>({
  GET: answering(getFile, async ({ params: { id, file } }) => {
    const { name, type, bytes } = await (await authority()).attachedFile(LOCAL_AUTHOR, id, file);
    const shown = mayBeShown(type);
    return new Response(new Uint8Array(bytes), {
      headers: {
        "Content-Type": shown ? type : "application/octet-stream",
        "Content-Disposition": `${shown ? "inline" : "attachment"}; filename*=UTF-8''${encodeURIComponent(name)}`,
        "X-Content-Type-Options": "nosniff",
        // A browser's own view of a PDF does not work in a sandbox.
        "Content-Security-Policy":
          type === "application/pdf" ? "default-src 'none'" : "sandbox; default-src 'none'",
      },
    });
  }),
});
