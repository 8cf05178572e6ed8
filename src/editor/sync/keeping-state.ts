/** Whether what is on the screen is on disk. `stored` says whether this browser holds what is not. */
export type KeepingState =
  | { readonly kind: "kept" }
  | { readonly kind: "keeping" }
  /** The server does not answer; it is tried again. */
  | { readonly kind: "unreachable"; readonly stored: boolean }
  /** The server could not keep it, for a reason that may pass; it is tried again. */
  | { readonly kind: "refused"; readonly why: string; readonly stored: boolean };
