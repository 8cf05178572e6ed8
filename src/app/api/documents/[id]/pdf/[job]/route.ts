import { cancelPdf, getPdf } from "@/contract/pdf";
import { authority, LOCAL_AUTHOR, pdfJobs } from "@/server";
import { answering, route } from "../../../../respond";

export const { GET, POST, PUT, PATCH, DELETE } = route<{ id: string; job: string }>({
  GET: answering(getPdf, async ({ params: { id, job } }) => {
    (await authority()).allow(LOCAL_AUTHOR, "read", id);
    return pdfJobs().get(id, job);
  }),
  DELETE: answering(cancelPdf, async ({ params: { id, job } }) => {
    (await authority()).allow(LOCAL_AUTHOR, "read", id);
    pdfJobs().cancel(id, job);
  }),
});
