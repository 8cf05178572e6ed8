import { keepPicture } from "@/contract/files";
import { recognisePicture, tooLarge } from "@/core/document";
import { LIMITS } from "@/core/formats";
import { authority, LOCAL_AUTHOR, ServerError } from "@/server";
import { answering, bytesWithin, route } from "../respond";

export const { GET, POST, PUT, PATCH, DELETE } = route({
  POST: answering(
    keepPicture,
    async (_asked, request) => {
      const picture = recognisePicture(await bytesWithin(request, LIMITS.pictureBytes, "picture"));
      if (!picture)
        throw new ServerError(
          422,
          "no-picture",
          "This is not a PNG, JPEG, GIF, WebP or SVG picture of up to 20 MB.",
        );
      const fault = tooLarge(picture);
      if (fault) throw new ServerError(422, "too-large", fault);
      return { name: await (await authority()).keepPicture(LOCAL_AUTHOR, picture) };
    },
    { status: 201 },
  ),
});
