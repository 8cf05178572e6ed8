import { withdrawEdition } from "@/contract/editions";
import { authority, LOCAL_AUTHOR } from "@/server";
import { answering, route, wholeNumber } from "../../../../respond";

export const { GET, POST, PUT, PATCH, DELETE } = route<{ id: string; number: string }>({
  PUT: answering(
    withdrawEdition,
    async ({ params: { id, number }, body: { withdrawn } }) =>
      (await authority()).withdrawEdition(LOCAL_AUTHOR, id, wholeNumber("An edition", number), withdrawn),
    { most: 1_000 },
  ),
});
