import type { Metadata } from "next";
import type { ReactNode } from "react";
import "./globals.css";
import "./manuscript.css";
import "./margins.css";
import "./people.css";
import "./wayfinding.css";

export const metadata: Metadata = {
  title: { default: "Gate Rope", template: "%s – Gate Rope" },
  description: "Structure long documents, mark their places, link them, and prove that every link lands.",
};

const ADDRESSED = `if (location.hash && location.pathname.startsWith("/documents/"))
  document.documentElement.dataset.addressed = "";`;

export default function RootLayout({ children }: { children: ReactNode }) {
  return (
    <html lang="en" suppressHydrationWarning>
      <body>
        {/* Before anything is painted: whether the address names a place in a document. */}
        <script dangerouslySetInnerHTML={{ __html: ADDRESSED }} />
        {children}
      </body>
    </html>
  );
}
