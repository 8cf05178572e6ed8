import type { DocumentIndex } from "@/core/index";
import type { ResourceSource } from "@/core/layout";
import { messageOf } from "@/core/thrown";
import { pictureSize } from "../browser/picture-sizes";
import { DerivedCopy } from "./derived-copy";
import { LaidOutCopy } from "./laid-out-copy";
import type { FromWorker, ToWorker } from "./protocol";

/** The scope of a dedicated worker, as far as it is used here; the library of the DOM does not have it. */
declare const self: {
  onmessage: ((event: MessageEvent<ToWorker>) => void) | null;
  postMessage(answers: readonly FromWorker[]): void;
};

/** What pages are laid out with, from the server that the window came from. */
const source: ResourceSource = {
  fontTable: async (key) => (await got(`/page-fonts/${key}.json`)).json(),
  font: async (key) => new Uint8Array(await (await got(`/page-fonts/${key}.ttf`)).arrayBuffer()),
  // A picture that is not there has a frame in its place.
  pictureSize,
};

async function got(address: string): Promise<Response> {
  const response = await fetch(address);
  if (!response.ok) throw new Error(`${address} answered ${response.status}`);
  return response;
}

const copy = new DerivedCopy();
const pages = new LaidOutCopy(source);
let asked = false;
let laying = false;
let pause: ReturnType<typeof setTimeout> | undefined;

/** What the window learns, in one message: it takes notice of each message, between one key and the next. */
let unsent: FromWorker[] = [];
let sendTimer: ReturnType<typeof setTimeout> | undefined;

/** How many milliseconds what is known waits for the pages. */
const TOGETHER = 60;

function send(): void {
  clearTimeout(sendTimer);
  sendTimer = undefined;
  if (unsent.length > 0) self.postMessage(unsent);
  unsent = [];
}

/** Writing pauses after so many milliseconds without a change. */
const PAUSE = 700;

self.onmessage = ({ data }) => {
  if (data.kind === "look-at-pages") {
    unsent.push(...pages.look(data.pages));
    send();
  }
  if (!copy.take(data) || asked) {
    // Asked about while nothing changes.
    if (data.kind === "plan" && !asked) sendPlan();
    return;
  }
  asked = true;
  // What has come meanwhile is taken in first: one answer for all of it.
  setTimeout(() => {
    asked = false;
    unsent.push(...copy.answers());
    sendTimer ??= setTimeout(send, TOGETHER);
    sendPlan();
    void layOut();
    clearTimeout(pause);
    pause = setTimeout(() => {
      const answer = copy.findingPlaces();
      if (answer) self.postMessage([answer]);
    }, PAUSE);
  });
};

function sendPlan(): void {
  const answer = copy.planAnswer();
  if (answer) self.postMessage([answer]);
}

/** Lays out the newest version, one after the other. */
async function layOut(): Promise<void> {
  if (laying) return;
  laying = true;
  try {
    for (let laidOut: DocumentIndex | null = null; copy.index && laidOut !== copy.index;) {
      const { index, revision } = copy;
      const answers = await pages.follow(index, revision, () => copy.index !== index);
      // What was known before is told meanwhile, and the list another one.
      unsent.push(...answers);
      send();
      laidOut = index;
    }
  } catch (error) {
    // Page numbers need fonts; the next change tries again.
    console.warn(`Gate Rope: pages could not be laid out: ${messageOf(error)}`);
  } finally {
    laying = false;
  }
}
