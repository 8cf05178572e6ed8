/**
 * The editor: one session for each open document. It alone holds ProseMirror's view; the interface subscribes to the
 * session, reads its index and runs commands.
 */
export { Session, type LoadedDocument, type Notice } from "./session";
export { SessionContext, useSession, useSessionValue } from "./use-session";
export type { KeepingState } from "./keeping";
export * from "./commands/blocks";
export * from "./commands/bookmarks";
export * from "./commands/links";
export * from "./commands/wayfinding";
