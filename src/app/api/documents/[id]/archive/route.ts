import { beginArchive } from "@/contract/made-files";
import { documentTargets } from "@/core/links";
import { authority, fileJobs, LOCAL_AUTHOR } from "@/server";
import { answering, route } from "../../../respond";

export const { GET, POST, PUT, PATCH, DELETE } = route<{ id: string }>({
  POST: answering(
    beginArchive,
    async ({ params: { id }, body: { format, clean } }) => {
      const documents = await authority();
      const manuscript = await documents.manuscript(LOCAL_AUTHOR, id);
      const places = await documents.askPlaces(LOCAL_AUTHOR, documentTargets(manuscript.index));
      const from = clean ? null : { document: id, version: manuscript.version };
      return { job: fileJobs().beginArchive(id, { manuscript, places }, format, from) };
    },
    { status: 202, most: 10_000 },
  ),
});
