import { cancelMadeFile, getMadeFile } from "@/contract/made-files";
import { authority, fileJobs, LOCAL_AUTHOR } from "@/server";
import { answering, route } from "../../../../respond";

export const { GET, POST, PUT, PATCH, DELETE } = route<{ id: string; job: string }>({
  GET: answering(getMadeFile, async ({ params: { id, job } }) => {
    (await authority()).allow(LOCAL_AUTHOR, "read", id);
    return fileJobs().get(id, job);
  }),
  DELETE: answering(cancelMadeFile, async ({ params: { id, job } }) => {
    (await authority()).allow(LOCAL_AUTHOR, "read", id);
    fileJobs().cancel(id, job);
  }),
});
