import { Publish } from "@/features/publish/publish";

export default function PublishPage() {
  return <Publish />;
}
