import { NextResponse } from "next/server";
import { authority, LOCAL_AUTHOR, pdfJobs } from "@/server";
import { route } from "../../../../respond";

/** How far a PDF is, or what became of it; and ending it. */
export const { GET, POST, PUT, PATCH, DELETE } = route<{ id: string; job: string }>({
  async GET(_request, { params }) {
    const { id, job } = await params;
    (await authority()).allow(LOCAL_AUTHOR, "read", id);
    return NextResponse.json(pdfJobs().get(id, job));
  },
  async DELETE(_request, { params }) {
    const { id, job } = await params;
    (await authority()).allow(LOCAL_AUTHOR, "read", id);
    pdfJobs().cancel(id, job);
    return new Response(null, { status: 204 });
  },
});
