import { sizesOfPictures } from "@/contract/files";
import { authority, LOCAL_AUTHOR } from "@/server";
import { answering, route } from "../../respond";

export const { GET, POST, PUT, PATCH, DELETE } = route({
  POST: answering(sizesOfPictures, async ({ body }) => {
    const documents = await authority();
    documents.allow(LOCAL_AUTHOR, "look");
    const known = body.names.flatMap((name) => {
      const size = documents.pictures.sizeOf(name);
      return size ? [[name, size] as const] : [];
    });
    return { sizes: Object.fromEntries(known) };
  }),
});
