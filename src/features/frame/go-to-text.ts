import { useRouter } from "next/navigation";
import { useSession } from "@/editor";

/** Goes to the manuscript and there to a place; for stages that name places. */
export function useGoToText(): (go: () => void) => void {
  const session = useSession();
  const router = useRouter();
  return (go) => {
    go();
    router.push(`/documents/${session.id}`);
  };
}
