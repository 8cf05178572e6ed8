import { clsx } from "clsx";
import { BookOpen, History, Search } from "lucide-react";
import Link from "next/link";
import { usePathname } from "next/navigation";
import { Fragment, type ReactNode } from "react";
import { BandMenu } from "./band-menu";
import { buttonLook, Button, IconButton } from "@/components/button";
import { Logo } from "@/components/kind-icons";
import { useSession } from "@/editor";
import { KeepingStatus } from "./keeping-status";
import { People } from "./people";
import { STAGES } from "./stages";
import { TITLE_LOOK, TitleField } from "./title-field";

/** The slim row at the top: title, the four stages of the work, the jump box, whether all is kept, the reading view. */
export function TopBand() {
  const session = useSession();
  return (
    <Band id={session.id} title={<TitleField />}>
      <KeepingStatus />
      <span className="contents short:max-lg:hidden">
        <Further />
      </span>
      <Button
        onClick={() => session.dialogs.open("jump")}
        aria-keyshortcuts="Control+J"
        title="Jump to any heading or bookmark (Ctrl+J)"
      >
        <Search size={15} aria-hidden /> <span className="max-sm:sr-only">Jump</span>
      </Button>
      <span className="contents short:max-lg:hidden">
        <Read />
      </span>
      <BandMenu>
        <Stages id={session.id} />
        <Further />
        <Read />
      </BandMenu>
    </Band>
  );
}

function Further() {
  const session = useSession();
  return (
    <>
      <People />
      <IconButton label="History of this document" onClick={() => session.dialogs.open("history")}>
        <History size={16} />
      </IconButton>
    </>
  );
}

function Read() {
  const { id } = useSession();
  return (
    <Link href={`/read/${id}/living`} className={buttonLook()} title="Open the reading view">
      <BookOpen size={15} aria-hidden /> <span className="max-sm:sr-only">Read</span>
    </Link>
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
    <header
      data-region="band"
      className="isolate flex min-h-12 shrink-0 flex-wrap items-center gap-x-3 border-b border-line px-3 lg:flex-nowrap"
    >
      <div className="flex min-w-0 flex-1 items-center gap-1">
        <Link
          href="/"
          aria-label="Go to the shelf"
          title="Go to the shelf"
          className="rounded-base p-1.5 hover:bg-wash"
        >
          <Logo />
        </Link>
        {title}
      </div>
      <span className="order-last w-full pb-1.5 lg:order-none lg:w-auto lg:pb-0 short:max-lg:hidden">
        <Stages id={id} />
      </span>
      <div className="flex items-center justify-end gap-1 sm:gap-2 lg:flex-1">{children}</div>
    </header>
  );
}

function Stages({ id }: { id: string }) {
  const path = usePathname();
  const at = path.slice(`/documents/${id}`.length);
  // The pages are looked at before they are sent out.
  const here = at === "/pages" ? "/publish" : at;
  return (
    <nav aria-label="Stages of the work" className="flex max-w-full items-center justify-center">
      {STAGES.map((stage, i) => (
        <Fragment key={stage.path}>
          {i > 0 && <span aria-hidden className="h-px w-4 min-w-1 bg-hemp max-[22rem]:w-1.5" />}
          <Link
            href={`/documents/${id}${stage.path}`}
            aria-current={here === stage.path ? "page" : undefined}
            aria-keyshortcuts={`Alt+Shift+${i + 1}`}
            title={`${stage.label} (Alt+Shift+${i + 1})`}
            className={clsx(
              "shrink-0 rounded-base px-2.5 py-1 text-sm font-medium max-[22rem]:px-1.5",
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
