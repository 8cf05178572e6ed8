/** The thread in which the pages of an attached PDF are counted; ended by who asked when it takes too long. */
import "pdfjs-dist/legacy/build/pdf.worker.mjs";
import { getDocument, VerbosityLevel } from "pdfjs-dist/legacy/build/pdf.mjs";
import { answerOrders } from "../answer-orders";

answerOrders<Uint8Array, number>(() => async (bytes) => {
  const file = await getDocument({
    data: new Uint8Array(bytes),
    verbosity: VerbosityLevel.ERRORS,
    isEvalSupported: false,
    useSystemFonts: false,
  }).promise;
  return file.numPages;
});
