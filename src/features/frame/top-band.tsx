import { clsx } from "clsx";
import { BookOpen, History, Search } from "lucide-react";
import Link from "next/link";
import { usePathname } from "next/navigation";
import { Fragment, type ReactNode } from "react";
import { buttonLook, Button, IconButton } from "@/components/button";
import { Mark } from "@/components/signs";
import { useSession } from "@/editor";
import { KeptSign } from "./kept-sign";
import { People } from "./people";
import { STAGES } from "./stages";
import { TITLE_LOOK, TitleField } from "./title-field";

/** The slim row at the top: title, the four stages of the work, the jump box, whether all is kept, the reading view. */
export function TopBand() {
  const session = useSession();
  return (
    <Band id={session.id} title={<TitleField />}>
      <KeptSign />
      <People />
      <IconButton label="History of this document" onClick={() => session.ask("history")}>
        <History size={16} />
      </IconButton>
      <Button
        onClick={() => session.ask("jump")}
        aria-keyshortcuts="Control+J"
        title="Jump to any heading or bookmark (Ctrl+J)"
      >
        <Search size={15} aria-hidden /> <span className="max-sm:sr-only">Jump</span>
      </Button>
      <Link href={`/read/${session.id}`} className={buttonLook()} title="Open the reading view">
        <BookOpen size={15} aria-hidden /> <span className="max-sm:sr-only">Read</span>
      </Link>
    </Band>
  );
}

/** The row while its document is being opened. */
export function OpeningBand({ id, title }: { id: string; title: string }) {
  return (
    <Band id={id} title={<h1 className={TITLE_LOOK}>{title}</h1>}>
      <p role="status" className="text-sm text-quiet">
        Opening …
      </p>
    </Band>
  );
}

function Band({ id, title, children }: { id: string; title: ReactNode; children: ReactNode }) {
  return (
    <header className="isolate flex min-h-12 shrink-0 flex-wrap items-center gap-x-3 border-b border-line px-3 sm:flex-nowrap">
      <div className="flex min-w-0 flex-1 items-center gap-1">
        <Link
          href="/"
          aria-label="Go to the shelf"
          title="Go to the shelf"
          className="rounded-base p-1.5 hover:bg-wash"
        >
          <Mark />
        </Link>
        {title}
      </div>
      <Stages id={id} />
      <div className="flex items-center justify-end gap-2 sm:flex-1">{children}</div>
    </header>
  );
}

function Stages({ id }: { id: string }) {
  const path = usePathname();
  const at = path.slice(`/documents/${id}`.length);
  // The pages are looked at before they are sent out.
  const here = at === "/pages" ? "/publish" : at;
  return (
    <nav
      aria-label="Stages of the work"
      className="flex items-center max-sm:order-last max-sm:w-full max-sm:justify-center max-sm:pb-1.5"
    >
      {STAGES.map((stage, i) => (
        <Fragment key={stage.path}>
          {i > 0 && <span aria-hidden className="h-px w-4 bg-hemp" />}
          <Link
            href={`/documents/${id}${stage.path}`}
            aria-current={here === stage.path ? "page" : undefined}
            aria-keyshortcuts={`Alt+Shift+${i + 1}`}
            title={`${stage.label} (Alt+Shift+${i + 1})`}
            className={clsx(
              "rounded-base px-2.5 py-1 text-sm font-medium",
              here === stage.path ? "bg-tide text-on-tide" : "text-ink hover:bg-wash",
            )}
          >
            {stage.label}
          </Link>
        </Fragment>
      ))}
    </nav>
  );
}
