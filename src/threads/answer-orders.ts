import { parentPort, workerData } from "node:worker_threads";
import { answerOrder, type FromApart } from "@/core/apart";

/**
 * Has the thread in which it is called answer orders, one after the other as they come. `work` is made of what all threads of its kind are started with,
 * and may throw.
 */
export function answerOrders<Order, Answer, News = never, Data = undefined>(
  start: (data: Data) => (order: Order, report: (news: News) => void) => Answer | Promise<Answer>,
): void {
  const work = start(workerData);
  parentPort!.on("message", (order: Order) => {
    void answerOrder(work, order, (message: FromApart<Answer, News>) => parentPort!.postMessage(message));
  });
}
