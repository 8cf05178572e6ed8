import type { Browser, CDPSession, Page } from "@playwright/test";
import { spreadOf, type Spread } from "../spread";

export interface Opened {
  /** From the beginning of the navigation until text is painted; the application's comes with its page. */
  readonly firstText: number;
  /** Until the editor's text is painted. */
  readonly editor: number;
  /** Until a key pressed as soon as that is in the text and painted. */
  readonly firstKey: number;
}

/** Notes in the page when text stands on it and in the editor, and how long each key takes until it is painted. */
function watch(): void {
  const marks = { firstText: 0, editor: 0, real: [] as number[] };
  (window as unknown as { bench: typeof marks }).bench = marks;
  const painted = (then: () => void) => {
    requestAnimationFrame(() => {
      const channel = new MessageChannel();
      channel.port1.onmessage = then;
      channel.port2.postMessage(null);
    });
  };
  const look = (what: "firstText" | "editor", selector: string) => {
    if (document.querySelector(selector)?.textContent) painted(() => (marks[what] = performance.now()));
    else requestAnimationFrame(() => look(what, selector));
  };
  look("firstText", ".manuscript :is(p, li)");
  look("editor", ".ProseMirror p[data-id]");
  window.addEventListener(
    "keydown",
    (event) => {
      if (!["Control", "Shift", "Alt"].includes(event.key))
        painted(() => marks.real.push(performance.now() - event.timeStamp));
    },
    true,
  );
}

/** When a Q stands in the words at the caret; NaN where that does not happen. */
function keyIsIn(): Promise<number> {
  const started = performance.now();
  return new Promise((done) => {
    const look = () => {
      if (document.getSelection()?.anchorNode?.textContent?.includes("Q")) done(performance.now());
      else if (performance.now() - started > 3_000) done(NaN);
      else requestAnimationFrame(look);
    };
    requestAnimationFrame(look);
  });
}

/** An editor open in a browser of its own. */
export class OpenEditor {
  private constructor(
    readonly page: Page,
    private readonly protocol: CDPSession,
    readonly opened: Opened,
  ) {}

  static async open(browser: Browser, address: string): Promise<OpenEditor> {
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
    const page = await context.newPage();
    await page.addInitScript(watch);
    const protocol = await context.newCDPSession(page);
    await protocol.send("Performance.enable", { timeDomain: "threadTicks" });
    await page.goto(address, { waitUntil: "commit" });
    page.on("crash", () => console.error("the page crashed"));
    page.on("pageerror", (error) => console.error(error.message));
    await page.waitForFunction(
      () => (window as unknown as { bench: { editor: number } }).bench?.editor > 0,
      null,
      {
        polling: 5,
        timeout: 120_000,
      },
    );
    const { firstText, editor } = await page.evaluate(
      () => (window as unknown as { bench: { firstText: number; editor: number } }).bench,
    );
    let firstKey = NaN;
    // What one points at may still move when it is opened; a key that went nowhere is pressed again.
    for (let tries = 0; Number.isNaN(firstKey) && tries < 10; tries++) {
      const place = await page.evaluate(() => {
        // The first words may stand below a long list of contents.
        const words = document.querySelector(".ProseMirror p[data-id]")!;
        words.scrollIntoView({ block: "center" });
        const box = words.getBoundingClientRect();
        return { x: box.left + 40, y: box.top + 10 };
      });
      await page.mouse.click(place.x, place.y);
      await page.keyboard.press("Q");
      firstKey = await page.evaluate(keyIsIn);
    }
    return new OpenEditor(page, protocol, { firstText, editor, firstKey });
  }

  /** Brings the editor before those that are open beside it. */
  front(): Promise<void> {
    return this.page.bringToFront();
  }

  /** Waits until all of it is drawn and nothing more is going on. */
  async settled(): Promise<void> {
    await this.page.waitForFunction(() => !document.querySelector("[data-undrawn]"), null, {
      timeout: 120_000,
    });
    await this.page.waitForTimeout(1_500);
  }

  private async taskTime(): Promise<number> {
    const { metrics } = await this.protocol.send("Performance.getMetrics");
    return metrics.find((it) => it.name === "TaskDuration")!.value * 1_000;
  }

  /** Resolves once the next frame is painted. */
  private frame(): Promise<void> {
    return this.page.evaluate(
      () =>
        new Promise<void>((done) =>
          requestAnimationFrame(() => {
            const channel = new MessageChannel();
            channel.port1.onmessage = () => done();
            channel.port2.postMessage(null);
          }),
        ),
    );
  }

  /** Puts the caret into a paragraph so far into the document. */
  async place(share: number): Promise<void> {
    const { page } = this;
    const find = (scroll: boolean) =>
      page.evaluate(
        ([wanted, bring]) => {
          const all = document.querySelectorAll<HTMLElement>(".ProseMirror p[data-id]");
          const element = all[Math.min(all.length - 1, Math.floor(all.length * (wanted as number)))]!;
          if (bring) element.scrollIntoView({ block: "center" });
          const box = element.getBoundingClientRect();
          return { x: box.left + 60, y: box.top + Math.min(10, box.height / 2) };
        },
        [share, scroll] as const,
      );
    await find(true);
    await this.frame();
    await find(true);
    await this.frame();
    const spot = await find(false);
    await page.mouse.click(spot.x, spot.y);
    await page.waitForTimeout(400);
  }

  /**
   * Keys typed at the caret. `work` is what the page's main thread did for a key until the frame that shows it was painted: what
   * is run for it, layout and the frame; `after` what it did more, until one frame later, such as for keeping it. Both less
   * what frames cost without a key. `real` is from the key until it is painted.
   */
  async keys(count: number): Promise<{ work: Spread; after: Spread; real: Spread }> {
    const measured = async (key?: string): Promise<[work: number, after: number]> => {
      const started = await this.taskTime();
      if (key) await this.page.keyboard.press(key);
      await this.frame();
      const shown = await this.taskTime();
      await this.frame();
      return [shown - started, (await this.taskTime()) - shown];
    };
    const idle: [number, number][] = [];
    for (let i = 0; i < 10; i++) idle.push(await measured());
    const base = [0, 1].map((part) => spreadOf(idle.map((times) => times[part]!)).median);
    const less = (times: readonly [number, number][], part: number) =>
      spreadOf(times.map((parts) => Math.max(0, parts[part]! - base[part]!)));
    await this.page.evaluate(
      () => void ((window as unknown as { bench: { real: number[] } }).bench.real = []),
    );
    const times: [number, number][] = [];
    for (let i = 0; i < count; i++)
      times.push(await measured("abcdefgh "[i % 9] === " " ? "Space" : "abcdefgh"[i % 9]!));
    const real = await this.page.evaluate(
      () => (window as unknown as { bench: { real: number[] } }).bench.real,
    );
    return { work: less(times, 0), after: less(times, 1), real: spreadOf(real) };
  }

  /** Jumps from the beginning to far headings, one after the other: the time in the middle, and the largest miss. */
  async farJumps(headings: readonly string[], way: "box" | "scroll"): Promise<{ time: number; off: number }> {
    const jumps: { time: number; off: number }[] = [];
    for (const heading of headings) jumps.push(await this.farJump(heading, way));
    return {
      time: spreadOf(jumps.map((jump) => jump.time)).median,
      off: Math.max(...jumps.map((jump) => jump.off)),
    };
  }

  /**
   * A jump to a heading from the beginning: until the frame in which it stands where it stays, and how many pixels it is
   * then off the place it was to land on. The application jumps by its jump box, the bare engine scrolls.
   */
  private async farJump(heading: string, way: "box" | "scroll"): Promise<{ time: number; off: number }> {
    await this.place(0.02);
    if (way === "box") {
      await this.page.keyboard.press("Control+j");
      await this.page.getByRole("combobox", { name: "Jump to" }).fill(heading);
      await this.page.waitForTimeout(500);
    }
    await this.page.evaluate(
      ([text, scroll]) => {
        const state = window as unknown as { landed: Promise<{ time: number; off: number }> };
        // Looking through thousands of headings in every frame would be measured too.
        let found: HTMLElement | undefined;
        const find = () => {
          if (!found?.isConnected)
            found = [...document.querySelectorAll<HTMLElement>(".ProseMirror :is(h1, h2, h3)")].find((it) =>
              it.textContent!.includes(text as string),
            );
          return found;
        };
        find();
        const scroller = document.querySelector<HTMLElement>("[data-scroller]")!;
        const goal = Math.min(120, scroller.clientHeight / 4);
        state.landed = new Promise((done) => {
          const begin = (started: number) => {
            let last = NaN;
            let since = started;
            let still = 0;
            const look = () => {
              const box = find()?.getBoundingClientRect();
              const top = box ? box.top - scroller.getBoundingClientRect().top : NaN;
              // Less than a pixel is not seen to move.
              if (!(Math.abs(top - last) < 1)) {
                since = performance.now();
                still = 0;
                last = top;
              } else still++;
              if (performance.now() - started > 10_000) return done({ time: NaN, off: NaN });
              // Ten frames in which nothing moves any more.
              if (still >= 10 && Math.abs(top) < 2_000)
                done({ time: since - started, off: Math.abs(top - goal) });
              else requestAnimationFrame(look);
            };
            requestAnimationFrame(look);
          };
          if (scroll) {
            const started = performance.now();
            const element = find()!;
            scroller.scrollTop +=
              element.getBoundingClientRect().top - scroller.getBoundingClientRect().top - goal;
            requestAnimationFrame(() => {
              scroller.scrollTop +=
                element.getBoundingClientRect().top - scroller.getBoundingClientRect().top - goal;
            });
            begin(started);
          } else
            window.addEventListener("keydown", (event) => event.key === "Enter" && begin(event.timeStamp), {
              capture: true,
              once: true,
            });
        });
      },
      [heading, way === "scroll"] as const,
    );
    if (way === "box") await this.page.keyboard.press("Enter");
    const landed = await this.page.evaluate(
      () => (window as unknown as { landed: Promise<{ time: number; off: number }> }).landed,
    );
    await this.page.waitForTimeout(1_200);
    return landed;
  }

  /** What is done to the whole text of the application, each from its key until it is painted, in milliseconds. */
  async toTheWhole(): Promise<Record<string, number>> {
    const { page } = this;
    const times: Record<string, number> = {};
    const key = async (what: string, name: string) => {
      const real = page.evaluate(
        () =>
          new Promise<number>((done) => {
            const { bench } = window as unknown as { bench: { real: number[] } };
            bench.real = [];
            const look = () => (bench.real.length > 0 ? done(Math.max(...bench.real)) : setTimeout(look, 5));
            look();
          }),
      );
      await page.keyboard.press(name);
      times[what] = await real;
      // What is left over for later is not to slow down the next.
      await page
        .locator("header")
        .getByText(/^saved/i)
        .first()
        .waitFor({ timeout: 60_000 });
      await this.settled();
    };
    await this.place(0.5);
    await key("choose all", "Control+a");
    await key("type over it", "Q");
    await key("undo", "Control+z");
    await this.place(0.5);
    await page.keyboard.press("Control+Alt+f");
    // Looked for in the bar alone: looking through a whole manuscript would be measured too.
    const bar = page.locator("section[aria-label='Find and replace']");
    await bar.getByLabel("Words to find").fill("lamp");
    await bar.getByLabel("Replace with").fill("lantern");
    const replace = bar.getByRole("button", { name: /^Replace all/ });
    await replace.waitFor();
    times["words replaced"] = Number((await replace.textContent())!.replace(/\D/g, ""));
    await replace.focus();
    await key("replace them everywhere", "Enter");
    await page.keyboard.press("Escape");
    await key("undo that", "Control+z");
    return times;
  }

  /**
   * The rope drawn larger, along and smaller again by turns of the wheel and by the mouse, a turn a frame: what a frame takes from one
   * to the next, in milliseconds, while it moves (16.7 is as fast as the screen shows), beside as many frames in which nothing moves.
   */
  async minimapFrames(): Promise<{ still: Spread; moved: Spread }> {
    await this.place(0.5);
    const [still, moved] = await this.page.evaluate(async () => {
      const minimap = document.querySelector<SVGElement>("nav[aria-label=Rope] svg[aria-hidden]")!;
      const box = minimap.getBoundingClientRect();
      const at = { clientX: box.left + box.width / 2, clientY: box.top + box.height / 2 };
      const mouse = (type: string, target: EventTarget, move = 0) =>
        target.dispatchEvent(
          new MouseEvent(type, {
            bubbles: true,
            cancelable: true,
            view: window,
            ...at,
            clientY: at.clientY + move,
          }),
        );
      const wheel = (deltaY: number) =>
        minimap.dispatchEvent(new WheelEvent("wheel", { bubbles: true, cancelable: true, ...at, deltaY }));
      const frames = async (count: number, turn: (i: number) => void) => {
        const times: number[] = [];
        let last = await new Promise<number>(requestAnimationFrame);
        for (let i = 0; i < count; i++) {
          turn(i);
          const now = await new Promise<number>(requestAnimationFrame);
          times.push(now - last);
          last = now;
        }
        return times;
      };
      const still = await frames(90, () => {});
      const larger = await frames(30, () => wheel(-80));
      mouse("mousedown", minimap);
      const along = await frames(30, (i) => mouse("mousemove", window, (i % 15) * 12));
      mouse("mouseup", window);
      const smaller = await frames(30, () => wheel(80));
      return [still, [...larger, ...along, ...smaller]];
    });
    return { still: spreadOf(still!), moved: spreadOf(moved!) };
  }

  /** Heap of the page's scripts after the garbage is collected, in MB. */
  async heap(): Promise<number> {
    await this.protocol.send("HeapProfiler.collectGarbage");
    const { metrics } = await this.protocol.send("Performance.getMetrics");
    return metrics.find((it) => it.name === "JSHeapUsedSize")!.value / 2 ** 20;
  }

  close(): Promise<void> {
    return this.page.context().close();
  }
}
