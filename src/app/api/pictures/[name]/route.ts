import { getPicture } from "@/contract/files";
import type { Picture } from "@/core/document";
import { authority, LOCAL_AUTHOR, ServerError, type DocumentAuthority } from "@/server";
import { answering, route } from "../../respond";

export const { GET, POST, PUT, PATCH, DELETE } = route<{ name: string }>({
  GET: answering(getPicture, async ({ params, query }) => {
    const documents = await authority();
    documents.allow(LOCAL_AUTHOR, "look");
    const picture = await pictureAsked(documents, params.name, query.copy === "screen");
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

/** A picture, or its copy for screens, for which the picture itself is read only once. */
async function pictureAsked(
  { pictures, screenCopies }: DocumentAuthority,
  name: string,
  forScreens: boolean,
): Promise<Picture> {
  const copy = forScreens && pictures.has(name) ? screenCopies.kept(name) : null;
  if (copy) return copy;
  const whole = pictures.find(name);
  if (!whole) throw new ServerError(404, "no-picture", "There is no such picture.");
  return forScreens ? screenCopies.of(name, whole) : whole;
}
