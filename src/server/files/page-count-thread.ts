/** The thread in which the pages of an attached PDF are counted; ended by who asked when it takes too long. */
import { parentPort, workerData } from "node:worker_threads";
import "pdfjs-dist/legacy/build/pdf.worker.mjs";
import { getDocument, VerbosityLevel } from "pdfjs-dist/legacy/build/pdf.mjs";

try {
  const file = await getDocument({
    data: new Uint8Array(workerData as Uint8Array),
    verbosity: VerbosityLevel.ERRORS,
    isEvalSupported: false,
    useSystemFonts: false,
  }).promise;
  parentPort!.postMessage(file.numPages);
} catch {
  parentPort!.postMessage(null);
}
