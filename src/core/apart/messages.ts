import { codeOf, errorOf } from "@/core/thrown";

/** What comes back from where work is done. */
export type FromApart<Answer, News = never> =
  | { readonly kind: "news"; readonly news: News }
  | { readonly kind: "answer"; readonly answer: Answer }
  | {
      readonly kind: "failed";
      readonly name: string;
      readonly message: string;
      /** What the system calls it, `ENOSPC`; null where that says nothing. */
      readonly code: string | null;
    };

/** Does the work of one order and tells what came of it; what it throws is told as a failure, with its name. */
export async function answerOrder<Order, Answer, News>(
  work: (order: Order, report: (news: News) => void) => Answer | Promise<Answer>,
  order: Order,
  post: (message: FromApart<Answer, News>) => void,
): Promise<void> {
  try {
    post({ kind: "answer", answer: await work(order, (news) => post({ kind: "news", news })) });
  } catch (error) {
    const { name, message } = errorOf(error);
    post({ kind: "failed", name, message, code: codeOf(error) });
  }
}

/** The error that was thrown where the work was done, with its name and its code. */
export function thrownBy({ name, message, code }: Extract<FromApart<never>, { kind: "failed" }>): Error {
  return Object.assign(new Error(message), { name, ...(code !== null && { code }) });
}
