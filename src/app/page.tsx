import { connection } from "next/server";
import { Shelf } from "@/features/shelf/shelf";
import { authority, LOCAL_AUTHOR } from "@/server";

export default async function ShelfPage() {
  await connection();
  return <Shelf initial={await (await authority()).list(LOCAL_AUTHOR)} />;
}
