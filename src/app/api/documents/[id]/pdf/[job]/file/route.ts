import { getPdfFile } from "@/contract/pdf";
import { createReadStream, statSync } from "node:fs";
import { Readable } from "node:stream";
import { authority, LOCAL_AUTHOR, pdfJobs } from "@/server";
import { answering, route } from "../../../../../respond";

/** The file of a PDF that is made. */
export const { GET, POST, PUT, PATCH, DELETE } = route<{ id: string; job: string }>({
  GET: answering(getPdfFile, async ({ params: { id, job } }) => {
    (await authority()).allow(LOCAL_AUTHOR, "read", id);
    const { file, name } = pdfJobs().file(id, job);
    return new Response(Readable.toWeb(createReadStream(file)) as ReadableStream, {
      headers: {
        "Content-Type": "application/pdf",
        "Content-Length": String(statSync(file).size),
        "Content-Disposition": `attachment; filename*=UTF-8''${encodeURIComponent(name)}`,
      },
    });
  }),
});
