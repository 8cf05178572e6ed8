/** The thread in which an expression is looked for on the shelf; ended by who asked when it takes too long. */
import { parentPort, workerData } from "node:worker_threads";
import { findFor, type ToFind } from "@/core/find";

parentPort!.postMessage(findFor(workerData as ToFind));
