import { NextResponse } from "next/server";
import { appendSteps, getSteps } from "@/contract/steps";
import { LIMITS } from "@/core/formats/intake/limits";
import { authority, LOCAL_AUTHOR, ServerError } from "@/server";
import { answering, route } from "../../../respond";

/** One step may hold a whole document again, as when its removal is undone: three times as many bytes as the file that it was made of. */
const MAX_STEP_BYTES = 3 * LIMITS.fileBytes;

export const { GET, POST, PUT, PATCH, DELETE } = route<{ id: string }>({
  GET: answering(getSteps, async ({ params, query }) => {
    const since = await (await authority()).since(LOCAL_AUTHOR, params.id, query.after);
    if (!since) throw new ServerError(410, "gone", "The changes since your version are no longer here.");
    return since;
  }),
  POST: answering(
    appendSteps,
    async ({ params, body }) => {
      const since = await (await authority()).append(LOCAL_AUTHOR, params.id, body);
      // Packing some letters takes the server longer than sending them as they are.
      return NextResponse.json(since, { headers: { "Cache-Control": "no-store, no-transform" } });
    },
    { most: MAX_STEP_BYTES },
  ),
});
