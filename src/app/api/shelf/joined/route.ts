import { joinFiles as joinFilesCall } from "@/contract/documents";
import { authority, LOCAL_AUTHOR } from "@/server";
import { joinFiles } from "@/server/documents/join-files";
import { answering, route } from "../../respond";

export const { GET, POST, PUT, PATCH, DELETE } = route({
  POST: answering(joinFilesCall, async ({ body: { files, author } }) => ({
    links: await joinFiles(await authority(), LOCAL_AUTHOR, files, author),
  })),
});
