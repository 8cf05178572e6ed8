import { button } from "./element";
import { base, naming, says, wordsOf } from "./edition";
import { keepHere, keptHere } from "./kept-here";
import { currentHeading } from "./where-one-is";

/** A jump that can be taken back: where it began, and where it led. */
interface Jump {
  readonly from: string;
  readonly to: string;
  readonly title: string;
}

const NAME = `jumps ${base}`;
/** Whether the page is left for the next section or the one before: the ways back stay. */
const GOING_ON = `going on ${base}`;
const session = () => sessionStorage;
const MAX_JUMPS = 30;

/** Offers the way back after each jump, several deep, by a chip that stays in view. The browser's own Back takes the same steps. */
export function offerWayBack(): void {
  let jumps = keptHere<Jump[]>(NAME, [], session);
  const goBack = () => {
    const last = jumps.at(-1);
    if (!last) return;
    if (last.to === location.href || last.to.includes("/at/")) return history.back();
    // The reader has gone on since: not the last page is where the jump began.
    keep(jumps.slice(0, -1));
    keepHere(GOING_ON, true, session);
    location.href = last.from;
  };
  const chip = button("", goBack, { class: "way-back" });
  document.body.append(chip);
  const show = () => {
    const last = jumps.at(-1);
    chip.hidden = !last;
    if (last) chip.textContent = `↩ ${naming(says.back, last.title)}`;
  };
  const keep = (next: Jump[]) => {
    jumps = next.slice(-MAX_JUMPS);
    keepHere(NAME, jumps, session);
    show();
  };
  // Arriving where a jump began is having gone back.
  const arrived = () => {
    const at = jumps.findLastIndex(({ from }) => from === location.href);
    if (at >= 0) keep(jumps.slice(0, at));
    else show();
  };
  document.addEventListener("click", (event) => {
    const link = (event.target as Element).closest("a");
    const isPlain = !event.ctrlKey && !event.metaKey && !event.shiftKey && event.button === 0;
    if (!link || !isPlain || event.defaultPrevented || link.target || link.download) return;
    if (!link.href.startsWith(base) || link.href === location.href) return;
    if (link.closest(".steps")) return void keepHere(GOING_ON, true, session);
    if (link.getAttribute("href")?.startsWith("#_")) return;
    const heading = currentHeading();
    keep([
      ...jumps,
      { from: location.href, to: link.href, title: heading ? wordsOf(heading) : document.title },
    ]);
  });
  addEventListener("popstate", arrived);
  addEventListener("pageshow", ({ persisted }) => {
    if (persisted) {
      jumps = keptHere<Jump[]>(NAME, [], session);
      arrived();
    }
  });
  const wentOn = keptHere(GOING_ON, false, session);
  keepHere(GOING_ON, false, session);
  const [entry] = performance.getEntriesByType("navigation") as PerformanceNavigationTiming[];
  if (entry?.type === "back_forward") arrived();
  else {
    // A page that was reached in another way begins anew.
    const led = jumps.at(-1);
    const samePage = led && new URL(led.to).pathname;
    const isLed =
      led && (led.to === location.href || samePage === location.pathname || samePage?.includes("/at/"));
    if (isLed || wentOn || entry?.type === "reload") show();
    else keep([]);
  }
}
