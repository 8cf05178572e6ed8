import { answerOrder } from "@/core/apart";

/** The scope of a dedicated worker, as far as it is used here; the library of the DOM does not have it. */
declare const self: {
  onmessage: ((event: MessageEvent) => void) | null;
  postMessage(message: unknown): void;
};

/** Has the worker in which it is called answer orders; `work` may throw. */
export function answerOrders<Order, Answer>(work: (order: Order) => Answer | Promise<Answer>): void {
  self.onmessage = ({ data }) =>
    void answerOrder<Order, Answer, never>(work, data, (message) => self.postMessage(message));
}
