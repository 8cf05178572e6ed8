import { escapeHtml } from "../formats/html/escape";
import { ICON } from "./addresses";
import type { Frame } from "./page-html";

/** What a device is told of an edition that is put beside its programs (W3C Web Application Manifest). */
export function installedAs({ title, language, direction, first }: Frame): string {
  return JSON.stringify({
    name: title,
    short_name: title.slice(0, 30),
    lang: language,
    dir: direction,
    start_url: first,
    scope: "./",
    display: "minimal-ui",
    background_color: "#fbf8f2",
    theme_color: "#0e5a5e",
    icons: [{ src: ICON, sizes: "any", type: "image/svg+xml" }],
  });
}

/** The sign of an edition: the first letter of its title. */
export function iconOf(title: string): string {
  const [letter = "•"] = title.match(/[\p{L}\p{N}]/u) ?? [];
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 64 64"><rect width="64" height="64" rx="12" fill="#0e5a5e"/><text x="32" y="45" font-family="Georgia,serif" font-size="38" fill="#fbf8f2" text-anchor="middle">${escapeHtml(letter.toUpperCase())}</text></svg>`;
}
