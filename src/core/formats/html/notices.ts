import { noticeKindOf, type NoticeKind } from "@/core/document";

const ELEMENTS: ReadonlySet<string> = new Set(["aside", "div", "section", "blockquote", "details"]);
/** Names of classes by which tools say that an element is a notice, whatever its kind. */
const MARKERS: ReadonlySet<string> = new Set([
  "admonition",
  "admonitionblock",
  "alert",
  "callout",
  "markdown-alert",
  "notice",
]);
/** What stands before a kind in the name of a class. */
const PREFIX = /^(?:admonition|alert|bs-callout|callout|markdown-alert|notice|theme-admonition)-{1,2}/;
/** Kinds that are meant by a class of their own, without any marker. */
const ALONE: ReadonlySet<string> = new Set([
  "note",
  "tip",
  "hint",
  "important",
  "caution",
  "warning",
  "danger",
]);

/** The kind of notice that an element is, as Gate Rope writes it or as other tools do; null for any other. */
export function noticeOfElement(name: string, attributes: ReadonlyMap<string, string>): NoticeKind | null {
  const own = attributes.get("data-notice");
  if (own !== undefined) return noticeKindOf(own) ?? "note";
  if (!ELEMENTS.has(name)) return null;
  const roles = `${attributes.get("role") ?? ""} ${attributes.get("epub:type") ?? ""}`;
  if (/\bdoc-tip\b/.test(roles)) return "tip";
  if (/\bdoc-notice\b/.test(roles)) return "note";
  const classes = (attributes.get("class") ?? "").toLowerCase().split(/\s+/).filter(Boolean);
  const marked = classes.some((one) => MARKERS.has(one) || PREFIX.test(one));
  for (const one of classes) {
    const kind = noticeKindOf(one.replace(PREFIX, ""));
    if (kind && one !== "notice" && (marked || ALONE.has(one))) return kind;
  }
  return classes.includes("admonition") ? "note" : null;
}

/** Whether an element is the title of the notice in which it stands. */
export function isNoticeTitle(attributes: ReadonlyMap<string, string>): boolean {
  return /(?:^|[\s_-])(?:title|heading)(?:$|\s)/.test((attributes.get("class") ?? "").toLowerCase());
}
