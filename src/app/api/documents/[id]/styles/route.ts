import { getStyles } from "@/contract/documents";
import { authority, LOCAL_AUTHOR } from "@/server";
import { answering, route } from "../../../respond";

export const { GET, POST, PUT, PATCH, DELETE } = route<{ id: string }>({
  GET: answering(getStyles, async ({ params }) => ({
    styles: (await (await authority()).read(LOCAL_AUTHOR, params.id)).index.sheet,
  })),
});
