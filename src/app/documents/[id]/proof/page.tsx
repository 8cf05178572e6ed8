import { Proof } from "@/features/proof/proof";

export default function ProofPage() {
  return <Proof />;
}
