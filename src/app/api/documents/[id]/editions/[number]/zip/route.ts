import { Readable } from "node:stream";
import { takeEdition } from "@/contract/editions";
import { fileNameFor } from "@/core/formats";
import { zipped } from "@/core/formats/zipped";
import { authority, LOCAL_AUTHOR } from "@/server";
import { answering, route, wholeNumber } from "../../../../../respond";

/** The files of an edition as a zip file, packed as they are fetched. */
export const { GET, POST, PUT, PATCH, DELETE } = route<{ id: string; number: string }>({
  GET: answering(takeEdition, async ({ params: { id, number } }) => {
    const edition = wholeNumber("An edition", number);
    const files = await (await authority()).editionFiles(LOCAL_AUTHOR, id, edition);
    const name = fileNameFor(`${files.title} ${edition}`, ".zip");
    return new Response(Readable.toWeb(Readable.from(zipped(files.all()))) as ReadableStream, {
      headers: {
        "Content-Type": "application/zip",
        "Content-Disposition": `attachment; filename*=UTF-8''${encodeURIComponent(name)}`,
      },
    });
  }),
});
