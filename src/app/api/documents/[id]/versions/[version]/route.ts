import { getVersion, nameVersion } from "@/contract/versions";
import { authority, LOCAL_AUTHOR } from "@/server";
import { jsonOf } from "@/core/kinds";
import { answering, route, wholeNumber } from "../../../../respond";

export const { GET, POST, PUT, PATCH, DELETE } = route<{ id: string; version: string }>({
  GET: answering(getVersion, async ({ params }) => {
    const version = wholeNumber("A version", params.version);
    const doc = await (await authority()).version(LOCAL_AUTHOR, params.id, version);
    return { version, document: jsonOf<"doc">(doc) };
  }),
  PUT: answering(nameVersion, async ({ params, body }) => {
    const version = wholeNumber("A version", params.version);
    await (await authority()).nameVersion(LOCAL_AUTHOR, params.id, version, body.name);
  }),
});
