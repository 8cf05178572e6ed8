import { button, element } from "./element";
import { anchorIn, says } from "./edition";
import { panel } from "./panel";

/** Where the tools of readers stand: in the banner, at the head of every page. */
const banner = document.querySelector(".banner");
const tools = element("div", { class: "tools" });
banner?.append(tools);

/** Puts a tool into the banner. */
export function addTool(tool: HTMLElement): void {
  tools.append(tool);
}

/** A tool that is shown by a sign. */
export function addButton(sign: string, name: string, act: () => void): HTMLButtonElement {
  const made = button(sign, act, { "aria-label": name, title: name });
  addTool(made);
  return made;
}

/** The contents open over the page where they do not stand beside it. */
export function openContents(): void {
  const link = document.querySelector<HTMLAnchorElement>(".to-contents");
  const beside = document.querySelector(".branches");
  if (!link || !beside) return;
  const open = panel(says.contents, (inside, close) => {
    const copy = beside.querySelector("ol")?.cloneNode(true) as Element | undefined;
    const all = element("p", {}, element("a", { href: link.href }, `${says.contents} …`));
    inside.append(
      element(
        "nav",
        { class: "branches in-panel", "aria-label": says.contents },
        ...(copy ? [copy] : []),
        all,
      ),
    );
    inside.addEventListener("click", (event) => {
      const to = (event.target as Element).closest("a");
      if (to && to.href.split("#")[0] === location.href.split("#")[0] && anchorIn(to.href)) close();
    });
  });
  link.addEventListener("click", (event) => {
    if (event.ctrlKey || event.metaKey || event.shiftKey || getComputedStyle(beside).display !== "none")
      return;
    event.preventDefault();
    open();
  });
}
