/** The pages whose names do not come from the document: the first, all contents, and all of it on one page. */
export const [FIRST, CONTENTS, WHOLE] = ["index.html", "contents.html", "whole.html"] as const;
/** What keeps an edition on a device, the list of what it keeps, and what makes it look like a program there. */
export const [OFFLINE, KEPT, INSTALLED, ICON] = [
  "offline.js",
  "kept.json",
  "app.webmanifest",
  "icon.svg",
] as const;
/** The folder of forms to be downloaded. */
export const DOWNLOADS = "downloads";
/** The folder of pages that only lead on, one for each anchor. */
export const LEADS = "at";
