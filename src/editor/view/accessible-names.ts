import type { EditorView } from "prosemirror-view";
import type { DocumentIndex } from "@/core/index";
import { asKind, asMark, lineOf, shortened, type LinkTarget } from "@/core/document";
import { calledOf, follow, type KnownLibrary } from "@/core/links";
import { whenIdle } from "../browser/when-idle";

/** What the names of things in the text are taken from. */
interface Known {
  readonly index: DocumentIndex;
  readonly elsewhere: { readonly library: KnownLibrary };
}

const NAMED =
  "a.link, .cross-reference, .bookmark-range, .bookmark-point, .note-sign, .has-gate, [data-aloud]";
/** Those that were drawn since names were last given. */
const FRESH = NAMED.split(", ")
  .slice(0, -1)
  .map((kind) => `${kind}:not([data-aloud])`)
  .join();

/** Attributes that say what something is, and what it is called. */
type Attributes = Readonly<
  Record<"role" | "aria-label" | "aria-description" | "aria-roledescription", string>
>;

/** Names wait for a pause of so many ms in writing or scrolling, but no longer than the second time. */
const PAUSE_MS = 300;
const MAX_WAIT_MS = 1_000;

const ATTRIBUTES = ["role", "aria-label", "aria-description", "aria-roledescription"] as const;

/**
 * Says to assistive tools what links, bookmarks and notes in the text are, what they are called and where they lead. Only of what is
 * laid out, since browsers report nothing else; and in a pause, so that a run of keys does not pay for it with each of them.
 */
export class AccessibleNames {
  private giveUp: (() => void) | null = null;
  /** When the first was asked for that was not done yet; null where nothing waits. */
  private since: number | null = null;
  private all = false;

  constructor(
    private readonly view: EditorView,
    private readonly known: Known,
    private readonly chunksInView: () => readonly HTMLElement[],
  ) {}

  /** Something may be called otherwise, or be in view that was not; or only what was drawn again wants its name. */
  soon(what: "all" | "fresh" = "all"): void {
    const now = performance.now();
    if (what === "all") this.all = true;
    this.since ??= now;
    // What is due by now is put off no more.
    if (now - this.since >= MAX_WAIT_MS) return;
    this.giveUp?.();
    const timer = setTimeout(
      () => (this.giveUp = whenIdle(() => this.sayNow())),
      Math.min(PAUSE_MS, this.since + MAX_WAIT_MS - now),
    );
    this.giveUp = () => clearTimeout(timer);
  }

  stop(): void {
    this.giveUp?.();
  }

  private sayNow(): void {
    this.giveUp = null;
    this.since = null;
    this.say();
  }

  private say(): void {
    const { domObserver } = this.view;
    // While an input method composes, nothing is touched.
    if (this.view.composing) return;
    const kinds = this.all ? NAMED : FRESH;
    this.all = false;
    const named = this.chunksInView().flatMap((chunk) => [...chunk.querySelectorAll<HTMLElement>(kinds)]);
    const wanted = named.map((element) => [element, this.read(element)] as const).filter(differs);
    if (wanted.length === 0) return;
    domObserver.forceFlush();
    domObserver.flush();
    // What is drawn here is no change of the text.
    domObserver.stop();
    for (const [element, attributes] of wanted) {
      element.toggleAttribute("data-aloud", Object.keys(attributes).length > 0);
      for (const name of ATTRIBUTES)
        if (attributes[name] === undefined) element.removeAttribute(name);
        else element.setAttribute(name, attributes[name]);
    }
    domObserver.start();
  }

  private read(element: HTMLElement): Partial<Attributes> {
    const { index } = this.known;
    if (element.matches("a.link")) {
      const target = this.targetOf(element);
      return target ? { role: "link", ...this.leads(target) } : {};
    }
    if (element.matches(".cross-reference.linked")) {
      const node = this.view.state.doc.nodeAt(this.view.posAtDOM(element, 0, -1));
      const reference = node && asKind(node, "cross_reference");
      return reference ? { role: "link", ...this.leads(reference.target) } : { role: "link" };
    }
    if (element.matches(".note-sign")) {
      // Its words are not drawn in the text: the place at the sign is the beginning of what is in it.
      const node = this.view.state.doc.resolve(this.view.posAtDOM(element, 0, -1)).parent;
      const { place } = asKind(node, "note") ?? {};
      const words = shortened(lineOf(node), 200) || "empty";
      const label = `${place === "end" ? "Endnote" : "Footnote"} ${element.dataset.number ?? ""}: ${words}`;
      return { role: "link", "aria-roledescription": "note", "aria-label": label };
    }
    const name = bookmarkName(element, index);
    if (name === null) return {};
    const called = shortened(name, 80);
    if (element.matches(".has-gate")) return { "aria-description": `Bookmark “${called}”` };
    if (element.matches(".bookmark-point")) return { role: "img", "aria-label": `Bookmark “${called}”` };
    return { role: "group", "aria-roledescription": "bookmark", "aria-label": called };
  }

  private targetOf(link: HTMLElement): LinkTarget | undefined {
    const words = this.view.state.doc.nodeAt(this.view.posAtDOM(link, 0));
    return words?.marks.map((mark) => asMark(mark, "link")?.target).find((target) => target !== undefined);
  }

  private leads(target: LinkTarget): Partial<Attributes> {
    const { index, elsewhere } = this.known;
    const followed = follow(target, index, elsewhere.library);
    const where = shortened(calledOf(target, index, elsewhere.library), 80);
    return {
      "aria-description": followed.lands
        ? `leads to ${where || "a place without words"}`
        : `broken: ${followed.why}`,
    };
  }
}

function bookmarkName(element: HTMLElement, index: DocumentIndex): string | null {
  const { bookmark, point, gate } = element.dataset;
  if (gate !== undefined && element.matches(".has-gate")) return gate;
  const id = bookmark ?? point;
  return index.bookmarks.find((one) => one.id === id)?.name ?? null;
}

function differs([element, attributes]: readonly [HTMLElement, Partial<Attributes>]): boolean {
  return ATTRIBUTES.some((name) => element.getAttribute(name) !== (attributes[name] ?? null));
}
