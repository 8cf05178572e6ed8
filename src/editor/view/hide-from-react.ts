/**
 * React draws nothing in the manuscript. Yet before each commit it notes the selection of a focused element whose property says
 * that it can be edited, by walking through all of its nodes, some 80 ms at a thousand pages: the attribute, which the browser
 * goes by, stays. And of what is typed it would look at each event on its way down and up again.
 */
export function hideFromReact(dom: HTMLElement): void {
  Object.defineProperty(dom, "contentEditable", { value: "inherit", configurable: true });
  for (const type of ["keypress", "textInput", "input", "keyup"])
    dom.addEventListener(type, (event) => event.stopPropagation());
  dom.addEventListener("keydown", (event) => {
    if (event.key.length === 1 && !(event.ctrlKey || event.metaKey || event.altKey)) event.stopPropagation();
  });
}
