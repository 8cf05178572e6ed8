import type { Metadata } from "next";
import { Publish } from "@/features/publish/publish";

export const metadata: Metadata = { title: "Publish" };

export default function PublishPage() {
  return <Publish />;
}
