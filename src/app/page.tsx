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
  const documents = await authority();
  return (
    <Shelf
      initial={await documents.list(LOCAL_AUTHOR)}
      troubles={documents.troubles}
      find={typeof find === "string" ? find.slice(0, 1_000) : ""}
    />
  );
}
