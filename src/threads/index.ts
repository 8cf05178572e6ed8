/**
 * Work off the thread that serves: one runner, and a folder for each thing done that needs nothing but the core. What needs the database stands with the
 * server, and is run in the same way.
 */
export { answerOrders } from "./answer-orders";
export { Threads, type Running, type ThreadLimits } from "./threads";
