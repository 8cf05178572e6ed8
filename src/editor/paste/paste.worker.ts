import { readPasted } from "@/core/formats/html/pasted";
import { jsonOf } from "@/core/kinds";
import { answerOrders } from "../workers/answer-orders";
import type { ReadApart } from "./read-apart";

answerOrders((html: string): ReadApart => {
  const { blocks, pictures, dropped } = readPasted(html);
  return {
    blocks: blocks.map((block) => jsonOf(block)),
    pictures: [...pictures].map(([name, { type, bytes }]) => [name, type, bytes] as const),
    dropped,
  };
});
