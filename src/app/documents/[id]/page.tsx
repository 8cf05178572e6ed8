import { Write } from "@/features/write/write";

export default function WritePage() {
  return <Write />;
}
