/** Makes an element with its attributes and what stands in it. */
export function element<K extends keyof HTMLElementTagNameMap>(
  name: K,
  attributes: Readonly<Record<string, string>> = {},
  ...inside: readonly (Node | string)[]
): HTMLElementTagNameMap[K] {
  const made = document.createElement(name);
  for (const [key, value] of Object.entries(attributes)) made.setAttribute(key, value);
  made.append(...inside);
  return made;
}

/** A button that does something. */
export function button(
  words: string,
  act: () => void,
  attributes: Readonly<Record<string, string>> = {},
): HTMLButtonElement {
  const made = element("button", { type: "button", ...attributes }, words);
  made.addEventListener("click", act);
  return made;
}

let status: HTMLElement | null = null;

/** Says something that is shown for a moment and read aloud. */
export function say(words: string): void {
  status ??= document.body.appendChild(element("p", { class: "said", role: "status" }));
  status.textContent = words;
  const shown = status;
  setTimeout(() => shown.textContent === words && (shown.textContent = ""), 4_000);
}
