import { PagesView } from "@/features/pages/pages-view";

export default function PagesPage() {
  return <PagesView />;
}
