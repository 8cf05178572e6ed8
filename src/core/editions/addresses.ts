/** The pages whose names do not come from the document: the first, all contents, and all of it on one page. */
export const [FIRST, CONTENTS, WHOLE] = ["index.html", "contents.html", "whole.html"] as const;
/** The folder of pages that only lead on, one for each anchor. */
export const LEADS = "at";
