import { indexDocument } from "@/core/index";
import { schema } from "@/core/document";
import { readProof } from "@/core/proof";
import { answerOrders } from "../workers/answer-orders";
import type { DocumentProof } from "./prove-apart";

answerOrders((document: object): DocumentProof => {
  const counts: Record<string, number> = {};
  for (const { kind } of readProof(indexDocument(schema.nodeFromJSON(document))))
    counts[kind] = (counts[kind] ?? 0) + 1;
  return counts;
});
