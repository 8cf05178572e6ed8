/**
 * Work that is done apart from whoever asks, in a thread of the server's or a worker of the browser's: an order goes there, news come on the way, and
 * an answer or a failure at the end. All of it is plain values, and one shape on both sides.
 */
export { ApartFailure, whyApart, type ApartFault } from "./failure";
export { answerOrder, thrownBy, type FromApart } from "./messages";
export { Turns } from "./turns";
