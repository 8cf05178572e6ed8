import { Wayfinding } from "@/features/wayfinding/wayfinding";

export default function WayfindingPage() {
  return <Wayfinding />;
}
