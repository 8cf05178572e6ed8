"use client";

import { createContext, use, useState, type ReactNode } from "react";

const Nonce = createContext("");

/**
 * The nonce that the policy of this page asks of style sheets. A page that comes later in the same window brings another,
 * but the browser keeps to that of the first.
 */
export function PageNonce({ nonce, children }: { nonce: string; children: ReactNode }) {
  const [first] = useState(nonce);
  return <Nonce value={first}>{children}</Nonce>;
}

/** CSS rules that are made of a document's style sheet. */
export function StyleRules({ children }: { children: string }) {
  // A browser hides the nonce of what it has taken in.
  return (
    <style nonce={use(Nonce)} suppressHydrationWarning>
      {children}
    </style>
  );
}
