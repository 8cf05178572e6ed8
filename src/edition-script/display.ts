import { element } from "./element";
import { addButton } from "./banner";
import { says } from "./edition";
import { offlineChoice } from "./offline";
import { keepHere } from "./kept-here";
import { applyLook, keptLook, LARGEST, SMALLEST, type Look } from "./look";
import { panel } from "./panel";

const STEP = 10;

/** The panel in which readers choose how pages look. */
export function offerDisplay(): void {
  const change = (some: Partial<Look>) => {
    keepHere("look", { ...keptLook(), ...some });
    applyLook();
  };
  const open = panel(says.display, (inside) => {
    const { size, lines, paper } = keptLook();
    const slider = element("input", {
      type: "range",
      min: String(SMALLEST),
      max: String(LARGEST),
      step: String(STEP),
      value: String(size),
      id: "_size",
    });
    slider.addEventListener("input", () => change({ size: slider.valueAsNumber }));
    inside.append(
      element("p", { class: "sizes" }, element("label", { for: "_size" }, says.size), slider),
      choices(
        says.width,
        "lines",
        lines,
        [
          ["narrow", says.narrow],
          ["usual", says.usual],
          ["wide", says.wide],
        ],
        (value) => change({ lines: value as Look["lines"] }),
      ),
      choices(says.paper, "paper", paper, Object.entries(says.papers) as [string, string][], (value) =>
        change({ paper: value as Look["paper"] }),
      ),
      offlineChoice(),
    );
  });
  addButton("Aa", says.display, open);
}

function choices(
  title: string,
  name: string,
  chosen: string,
  options: readonly (readonly [value: string, words: string])[],
  choose: (value: string) => void,
): HTMLElement {
  const group = element("fieldset", { class: "choices" }, element("legend", {}, title));
  for (const [value, words] of options) {
    const radio = element("input", { type: "radio", name: `_${name}`, value });
    radio.checked = value === chosen;
    radio.addEventListener("change", () => choose(value));
    group.append(element("label", {}, radio, words));
  }
  return group;
}
