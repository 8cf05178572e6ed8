import type { Metadata } from "next";
import { Wayfinding } from "@/features/wayfinding/wayfinding";

export const metadata: Metadata = { title: "Wayfinding" };

export default function WayfindingPage() {
  return <Wayfinding />;
}
