import { connection } from "next/server";
import { Shelf } from "@/features/shelf/shelf";
import { authority, LOCAL_AUTHOR } from "@/server";

/** The shelf; `?find=` looks for words at once. */
export default async function ShelfPage({
  searchParams,
}: {
  searchParams: Promise<{ find?: string | string[] }>;
}) {
  await connection();
  const { find } = await searchParams;
  return (
    <Shelf
      initial={await (await authority()).list(LOCAL_AUTHOR)}
      find={typeof find === "string" ? find.slice(0, 1_000) : ""}
    />
  );
}
