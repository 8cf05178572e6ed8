import Link from "next/link";
import { Logo } from "@/components/kind-icons";
import { StyleRules } from "@/components/style-rules";
import type { ListedFile } from "@/features/frame/action-panel";
import { BackChip } from "./back-chip";
import { ReadingJump } from "./reading-jump";
import { ReadingActions } from "./reading-actions";

/** A line of the contents beside the text. */
export interface ReadingEntry {
  readonly anchor: string;
  readonly text: string;
  readonly depth: number;
}

/**
 * The document as its readers see it. Plain links do all of the jumping, so it works without scripts; with them, a chip
 * leads back to where the reader was.
 */
export function Reading({
  id,
  title,
  language,
  direction,
  titled,
  looks,
  html,
  contents,
  files,
}: {
  id: string;
  title: string;
  language: string;
  /** How it is read. */
  direction: "ltr" | "rtl";
  /** Whether the text begins with the title itself. */
  titled: boolean;
  /** The document's style sheet as CSS rules. */
  looks: string;
  html: string;
  contents: readonly ReadingEntry[];
  /** The files attached to the document. */
  files: readonly ListedFile[];
}) {
  const Title = titled ? "p" : "h1";
  return (
    <div id="top" className="lg:grid lg:grid-cols-[17rem_minmax(0,1fr)]">
      <a
        href="#text"
        className="sr-only focus:not-sr-only focus:absolute focus:top-2 focus:left-2 focus:bg-raised focus:p-2"
      >
        Skip to the text
      </a>
      <header className="border-b border-line px-5 py-3 lg:sticky lg:top-0 lg:flex lg:h-screen lg:flex-col lg:border-r lg:border-b-0">
        <div className="flex flex-wrap items-center gap-2.5">
          <Link
            href={`/documents/${id}`}
            aria-label="Edit this document"
            title="Edit this document"
            className="rounded-base p-1 hover:bg-wash"
          >
            <Logo />
          </Link>
          <Title
            lang={language}
            className="min-w-0 flex-1 truncate font-serif font-semibold lg:order-last lg:line-clamp-3 lg:flex-none lg:basis-full lg:whitespace-normal"
            dir="auto"
            title={title.slice(0, 300)}
          >
            {title}
          </Title>
          <ReadingJump />
        </div>
        {contents.length > 0 && (
          <>
            <nav aria-label="Sections" className="mt-4 hidden min-h-0 flex-1 overflow-y-auto lg:block">
              <Entries contents={contents} />
            </nav>
            <details className="mt-2 lg:hidden">
              <summary className="cursor-pointer py-1 text-sm font-medium">Contents</summary>
              <nav aria-label="Sections" className="max-h-[60vh] overflow-y-auto pt-1">
                <Entries contents={contents} />
              </nav>
            </details>
          </>
        )}
      </header>
      <main
        id="text"
        lang={language}
        dir={direction}
        tabIndex={-1}
        className="px-5 py-8 outline-hidden sm:px-8 lg:py-12"
      >
        <StyleRules>{looks}</StyleRules>
        {/* Written by the core from the checked model: nothing of a file's own markup gets here. */}
        <article className="reading mx-auto max-w-160" dangerouslySetInnerHTML={{ __html: html }} />
      </main>
      <BackChip />
      <ReadingActions document={id} files={files} />
    </div>
  );
}

function Entries({ contents }: { contents: readonly ReadingEntry[] }) {
  return (
    <ol>
      {contents.map((entry) => (
        <li key={entry.anchor} style={{ paddingLeft: `${entry.depth * 0.9}rem` }}>
          <a
            href={`#${encodeURIComponent(entry.anchor)}`}
            dir="auto"
            className={`block truncate rounded-base px-2 py-1 text-sm hover:bg-wash ${entry.depth === 0 ? "font-medium" : "text-quiet"}`}
            title={entry.text.slice(0, 200)}
          >
            {entry.text}
          </a>
        </li>
      ))}
    </ol>
  );
}
