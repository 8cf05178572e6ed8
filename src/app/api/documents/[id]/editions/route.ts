import { getEditions, publishEdition } from "@/contract/editions";
import { documentTargets } from "@/core/links";
import { authority, fileJobs, LOCAL_AUTHOR } from "@/server";
import { answering, route } from "../../../respond";

export const { GET, POST, PUT, PATCH, DELETE } = route<{ id: string }>({
  GET: answering(getEditions, async ({ params: { id } }) =>
    (await authority()).listEditions(LOCAL_AUTHOR, id),
  ),
  POST: answering(
    publishEdition,
    async ({ params: { id }, body: { note, by, forms } }) => {
      const documents = await authority();
      documents.allow(LOCAL_AUTHOR, "change", id);
      const manuscript = await documents.manuscript(LOCAL_AUTHOR, id);
      const places = await documents.askPlaces(LOCAL_AUTHOR, documentTargets(manuscript.index));
      const said = { version: manuscript.version, note, by, forms: [...new Set(forms)] };
      return { job: fileJobs().beginEdition(id, { manuscript, places }, said, documents.editions) };
    },
    { status: 202, most: 10_000 },
  ),
});
