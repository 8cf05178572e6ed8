import { takeMadeFile } from "@/contract/made-files";
import { createReadStream, statSync } from "node:fs";
import { Readable } from "node:stream";
import { authority, fileJobs, LOCAL_AUTHOR } from "@/server";
import { answering, route } from "../../../../../respond";

/** The file that was made. */
export const { GET, POST, PUT, PATCH, DELETE } = route<{ id: string; job: string }>({
  GET: answering(takeMadeFile, async ({ params: { id, job } }) => {
    (await authority()).allow(LOCAL_AUTHOR, "read", id);
    const { file, name, type } = fileJobs().file(id, job);
    return new Response(Readable.toWeb(createReadStream(file)) as ReadableStream, {
      headers: {
        "Content-Type": type,
        "Content-Length": String(statSync(file).size),
        "Content-Disposition": `attachment; filename*=UTF-8''${encodeURIComponent(name)}`,
      },
    });
  }),
});
