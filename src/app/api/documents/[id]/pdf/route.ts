import { beginPdf } from "@/contract/pdf";
import { documentTargets } from "@/core/links";
import { authority, fileJobs, LOCAL_AUTHOR } from "@/server";
import { answering, route } from "../../../respond";

export const { GET, POST, PUT, PATCH, DELETE } = route<{ id: string }>({
  POST: answering(
    beginPdf,
    async ({ params: { id }, body: options }) => {
      const documents = await authority();
      const manuscript = await documents.manuscript(LOCAL_AUTHOR, id);
      const places = await documents.askPlaces(LOCAL_AUTHOR, documentTargets(manuscript.index));
      return { job: fileJobs().beginPdf(id, { manuscript, places }, options) };
    },
    { status: 202, most: 100_000 },
  ),
});
