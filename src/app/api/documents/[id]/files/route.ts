import { NextResponse } from "next/server";
import { MOST_FILE_BYTES } from "@/core/document";
import { authority, LOCAL_AUTHOR, ServerError } from "@/server";
import { bytesWithin, route } from "../../../respond";

/** Keeps a file that is to be attached: its bytes are the body, its name stands in the address. Answers how the document enters it. */
export const { GET, POST, PUT, PATCH, DELETE } = route<{ id: string }>({
  async POST(request, { params }) {
    const name = request.nextUrl.searchParams.get("name") ?? "";
    if (name === "" || name.length > 1_000)
      throw new ServerError(400, "no-name", "The address has to name the file.");
    const documents = await authority();
    const { id } = await params;
    // A document that is not there is answered as such before the file is taken in.
    await documents.title(LOCAL_AUTHOR, id);
    const bytes = await bytesWithin(request, MOST_FILE_BYTES);
    return NextResponse.json(
      { file: await documents.keepFile(LOCAL_AUTHOR, id, name, bytes) },
      { status: 201 },
    );
  },
});
