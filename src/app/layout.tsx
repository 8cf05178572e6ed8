import type { Metadata, Viewport } from "next";
import { headers } from "next/headers";
import type { ReactNode } from "react";
import { PageNonce } from "@/components/style-rules";
import "./globals.css";
import "./forced-colors.css";

export const metadata: Metadata = {
  title: { default: "Gate Rope", template: "%s – Gate Rope" },
  description: "Structure long documents, mark their places, link them, and prove that every link lands.",
};

/** Where a keyboard comes up on the screen, what stands at the foot stands above it. */
export const viewport: Viewport = {
  width: "device-width",
  initialScale: 1,
  interactiveWidget: "resizes-content",
};

const ADDRESSED = `if (location.hash && location.pathname.startsWith("/documents/"))
  document.documentElement.dataset.addressed = "";`;

export default async function RootLayout({ children }: { children: ReactNode }) {
  const policy = (await headers()).get("content-security-policy") ?? "";
  const nonce = /'nonce-([^']+)'/.exec(policy)?.[1] ?? "";
  return (
    <html lang="en" suppressHydrationWarning>
      <body>
        {/* Before anything is painted: whether the address names a place in a document. */}
        <script nonce={nonce} suppressHydrationWarning dangerouslySetInnerHTML={{ __html: ADDRESSED }} />
        <PageNonce nonce={nonce}>{children}</PageNonce>
      </body>
    </html>
  );
}
