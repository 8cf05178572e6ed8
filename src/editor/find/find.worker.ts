import { stretchesIn, type ToFind } from "@/core/find";
import { answerOrders } from "../workers/answer-orders";

answerOrders(({ texts, sought }: ToFind) => stretchesIn(texts, sought));
