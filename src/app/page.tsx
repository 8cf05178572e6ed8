import { connection } from "next/server";
import { Library } from "@/features/library/library";
import { authority, LOCAL_AUTHOR } from "@/server";

/** With so many the page comes; they fill more than a window. */
const FIRST_DOCUMENTS = 40;

/** The shelf; `?find=` looks for words at once. */
export default async function LibraryPage({
  searchParams,
}: {
  searchParams: Promise<{ find?: string | string[] }>;
}) {
  await connection();
  const { find } = await searchParams;
  const documents = await authority();
  const [first, count] = await Promise.all([
    documents.list(LOCAL_AUTHOR, FIRST_DOCUMENTS),
    documents.count(LOCAL_AUTHOR),
  ]);
  return (
    <Library
      initial={first}
      of={count}
      troubles={documents.troubles}
      find={typeof find === "string" ? find.slice(0, 1_000) : ""}
    />
  );
}
