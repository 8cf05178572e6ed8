import { button, element } from "./element";
import { says } from "./edition";

/** A panel over the page, closed by Escape, by its button or a touch beside it. `fill` is called each time it opens. */
export function panel(title: string, fill: (inside: HTMLElement, close: () => void) => void): () => void {
  const inside = element("div");
  const heading = element("h2", {}, title);
  const made = element("dialog", { class: "panel", "aria-label": title });
  const close = () => made.close();
  made.append(
    element("div", { class: "panel-head" }, heading, button("×", close, { "aria-label": says.close })),
    inside,
  );
  made.addEventListener("click", (event) => {
    if (event.target === made) close();
  });
  return () => {
    if (!made.isConnected) document.body.append(made);
    inside.replaceChildren();
    fill(inside, close);
    made.showModal();
  };
}
