import { NextResponse } from "next/server";
import { appendSteps, getSteps } from "@/contract/steps";
import { authority, LOCAL_AUTHOR, ServerError } from "@/server";
import { answering, route } from "../../../respond";

export const { GET, POST, PUT, PATCH, DELETE } = route<{ id: string }>({
  GET: answering(getSteps, async ({ params, query }) => {
    const since = await (await authority()).since(LOCAL_AUTHOR, params.id, query.after);
    if (!since) throw new ServerError(410, "gone", "The changes since your version are not there any more.");
    return since;
  }),
  POST: answering(appendSteps, async ({ params, body }) => {
    const since = await (await authority()).append(LOCAL_AUTHOR, params.id, body);
    // Packing some letters takes the server longer than sending them as they are.
    return NextResponse.json(since, { headers: { "Cache-Control": "no-store, no-transform" } });
  }),
});
