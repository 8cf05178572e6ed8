import { getPicture } from "@/contract/files";
import { authority, LOCAL_AUTHOR, ServerError } from "@/server";
import { answering, route } from "../../respond";

export const { GET, POST, PUT, PATCH, DELETE } = route<{ name: string }>({
  GET: answering(getPicture, async ({ params, query }) => {
    const documents = await authority();
    documents.allow(LOCAL_AUTHOR, "look");
    const whole = documents.pictures.find(params.name);
    if (!whole) throw new ServerError(404, "no-picture", "There is no such picture.");
    const picture = query.copy ? await documents.screenCopies.of(params.name, whole) : whole;
    return new Response(picture.bytes as Uint8Array<ArrayBuffer>, {
      headers: {
        "Content-Type": picture.type,
        // The name is the hash of the bytes, so what it names never changes.
        "Cache-Control": "public, max-age=31536000, immutable",
        // A drawing opened at its own address must not run what is written in it.
        "Content-Security-Policy": "default-src 'none'; style-src 'unsafe-inline'; sandbox",
      },
    });
  }),
});
