import { NextResponse } from "next/server";
import { z } from "zod";
import { authority, LOCAL_AUTHOR } from "@/server";
import { bodyOf, route } from "../../../respond";

const stepsBody = z.strictObject({
  /** The version the steps build on. */
  version: z.int().min(0),
  client: z.string().min(1).max(64),
  steps: z.array(z.looseObject({ stepType: z.string() })).min(1),
});

export const { GET, POST, PUT, PATCH, DELETE } = route<{ id: string }>({
  async POST(request, { params }) {
    const { version, client, steps } = await bodyOf(request, stepsBody);
    return NextResponse.json(
      await (await authority()).append(LOCAL_AUTHOR, (await params).id, version, client, steps),
    );
  },
});
