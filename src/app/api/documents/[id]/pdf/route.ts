import { NextResponse } from "next/server";
import { pdfOptionsSchema } from "@/core/formats/pdf/options";
import { documentTargets } from "@/core/links";
import { authority, LOCAL_AUTHOR, pdfJobs } from "@/server";
import { bodyOf, route } from "../../../respond";

/** Begins to make a PDF of the document, as the body says; answers the id under which it is asked about. */
export const { GET, POST, PUT, PATCH, DELETE } = route<{ id: string }>({
  async POST(request, { params }) {
    const options = await bodyOf(request, pdfOptionsSchema, 100_000);
    const { id } = await params;
    const documents = await authority();
    const manuscript = await documents.manuscript(LOCAL_AUTHOR, id);
    const asked = await documents.askPlaces(LOCAL_AUTHOR, documentTargets(manuscript.index));
    return NextResponse.json({ job: pdfJobs().begin(id, manuscript, options, asked) }, { status: 202 });
  },
});
