/** What the page asks the worker that keeps editions. `list`: the address of the list of all files. */
export type OfflineOrder = { readonly kind: "keep"; readonly list: string } | { readonly kind: "remove" };

export const OFFLINE_STAGE = {
  keeping: "keeping",
  kept: "kept",
  removed: "removed",
  failed: "failed",
} as const;

/** How far it is. */
export interface OfflineNews {
  readonly stage: (typeof OFFLINE_STAGE)[keyof typeof OFFLINE_STAGE];
  readonly done: number;
  readonly of: number;
}
