import { tabStops } from "@/components/focusable";

/** The parts of a stage between which F6 leads, in its order: each stands in an element with `data-region`. */
export const REGIONS = ["text", "toolbar", "inspector", "band", "outline"] as const;
export type Region = (typeof REGIONS)[number];

/** The regions beside the text of the stage of writing; in a narrow window they lie over it as sheets, one at a time. */
export const PARTS = ["outline", "toolbar", "inspector"] as const satisfies readonly Region[];
export type Part = (typeof PARTS)[number];

/** What has the keyboard first in a region, before whatever stands there first. */
const FIRST: Readonly<Record<Region, string>> = {
  text: ".ProseMirror, [data-stage-first]:not(:disabled)",
  toolbar: "button:not(:disabled)",
  inspector: "[data-inspector-field]",
  band: "[aria-current=page], [data-band-menu]",
  outline: "[role=tree], [data-row][tabindex='0']",
};

/** The region in which an element stands. */
export function regionOf(element: Element | null): Region | undefined {
  const name = element?.closest<HTMLElement>("[data-region]")?.dataset.region;
  return REGIONS.find((one) => one === name);
}

/** Brings the keyboard into a region; false where nothing in it can have it. */
export function focusRegion(region: Region): boolean {
  const place = [...document.querySelectorAll<HTMLElement>(`[data-region=${region}]`)].find((one) =>
    one.checkVisibility(),
  );
  const wanted = place ? [...place.querySelectorAll<HTMLElement>(FIRST[region])] : [];
  const first = wanted.find((one) => one.checkVisibility()) ?? (place && tabStops(place)[0]);
  first?.focus();
  return first !== undefined;
}
