import { KEPT, OFFLINE } from "@/core/editions/addresses";
import type { KeptList } from "@/core/editions/kept-list";
import { button, element, say } from "./element";
import { base, home, issue, naming, says } from "./edition";
import { keepHere, keptHere } from "./kept-here";
import { newest } from "./newest";
import { OFFLINE_STAGE, type OfflineNews, type OfflineOrder } from "./offline-messages";

/** Which edition is kept on this device. */
const NAME = `offline ${home}`;
/** An edition that was kept is kept again in its newer form. */
const AGAIN = `again ${home}`;

/** Whether this browser can keep an edition, and this is the one at the address of the newest. */
const canKeep = base === home && "serviceWorker" in navigator && isSecureContext;

/** Says that there is a newer edition than the one that the device keeps; nobody has to take it. */
export function offerNewer(): void {
  if (canKeep && keptHere(AGAIN, false)) {
    keepHere(AGAIN, false);
    void order({ kind: "keep", list: list() }, () => keepHere(NAME, issue));
  }
  if (issue === null || base !== home) return;
  void newest().then((known) => {
    if (!known || known.number <= (issue ?? 0)) return;
    const take = button(says.toNewest, () => {
      keepHere(AGAIN, keptHere<number | null>(NAME, null) !== null);
      void order({ kind: "remove" }, () => location.reload());
    });
    document.querySelector(".banner")?.after(element("p", { class: "newer" }, `${says.newEdition} `, take));
  });
}

function list(): string {
  return new URL(KEPT, base).href;
}

/** What readers see of it in the panel: keep it, with how much room it takes; or how to be rid of it; or why it cannot be. */
export function offlineChoice(): HTMLElement {
  const made = element("div", { class: "offline" });
  const words = (text: string) => made.replaceChildren(element("p", {}, text));
  if (!canKeep) {
    if (!isSecureContext) words(says.noOffline);
    return made;
  }
  const show = async () => {
    const files = await fetch(list())
      .then((answer) => answer.json() as Promise<KeptList>)
      .catch(() => null);
    if (!files) return;
    const size = sized(files.files.reduce((sum, [, bytes]) => sum + bytes, 0));
    const isKept = keptHere<number | null>(NAME, null) === issue;
    const act = isKept
      ? button(says.removeOffline, () => {
          void order({ kind: "remove" }, () => {
            keepHere(NAME, null);
            void show();
          });
        })
      : button(naming(says.keepOffline, size), () => {
          void navigator.storage?.persist?.();
          void order(
            { kind: "keep", list: list() },
            (news) => {
              if (news.stage === OFFLINE_STAGE.failed) say(says.deviceFull);
              else keepHere(NAME, issue);
              void show();
            },
            ({ done, of }) => words(`${Math.round((100 * done) / of)} %`),
          );
        });
    const hadKeyboard = made.dataset.asked === "true";
    made.replaceChildren(...(isKept ? [element("p", {}, naming(says.keptOffline, size))] : []), act);
    // The button that was pressed is gone.
    if (hadKeyboard) act.focus();
    made.dataset.asked = "true";
  };
  void show();
  return made;
}

async function order(
  what: OfflineOrder,
  onEnd: (news: OfflineNews) => void,
  onNews: (news: OfflineNews) => void = () => {},
): Promise<void> {
  try {
    await navigator.serviceWorker.register(new URL(OFFLINE, base), { scope: base });
    const { active } = await navigator.serviceWorker.ready;
    const hear = ({ data }: MessageEvent<OfflineNews>) => {
      if (data.stage === OFFLINE_STAGE.keeping) return onNews(data);
      navigator.serviceWorker.removeEventListener("message", hear);
      onEnd(data);
    };
    navigator.serviceWorker.addEventListener("message", hear);
    active!.postMessage(what);
  } catch {
    onEnd({ stage: OFFLINE_STAGE.failed, done: 0, of: 1 });
  }
}

function sized(bytes: number): string {
  const [amount, unit] = bytes < 1e6 ? [bytes / 1e3, "kilobyte"] : [bytes / 1e6, "megabyte"];
  return new Intl.NumberFormat(document.documentElement.lang, {
    style: "unit",
    unit,
    maximumFractionDigits: amount < 10 ? 1 : 0,
  }).format(amount);
}
