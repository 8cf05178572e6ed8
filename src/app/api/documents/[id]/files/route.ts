import { keepFile } from "@/contract/files";
import { MAX_FILE_BYTES } from "@/core/document";
import { authority, LOCAL_AUTHOR, ServerError } from "@/server";
import { answering, bytesWithin, route } from "../../../respond";

export const { GET, POST, PUT, PATCH, DELETE } = route<{ id: string }>({
  POST: answering(
    keepFile,
    async ({ params: { id }, query: { name } }, request) => {
      if (name === "" || name.length > 1_000)
        throw new ServerError(400, "no-name", "The address has to name the file.");
      const documents = await authority();
      // A document that is not there is answered as such before the file is taken in.
      await documents.title(LOCAL_AUTHOR, id);
      const bytes = await bytesWithin(request, MAX_FILE_BYTES);
      return { file: await documents.keepFile(LOCAL_AUTHOR, id, name, bytes) };
    },
    { status: 201 },
  ),
});
