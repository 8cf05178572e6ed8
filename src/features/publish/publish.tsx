"use client";

import { Download, LoaderCircle } from "lucide-react";
import Link from "next/link";
import { useState } from "react";
import { Button } from "@/components/button";
import { counted } from "@/components/counted";
import { KindIcon } from "@/components/kind-icons";
import { ARCHIVE_NAMES, FORMATS, TEXT_NAMES } from "@/core/formats/formats";
import { useSession, useSessionValue } from "@/editor";
import { ArchiveSection } from "./archive-section";
import { EditionsSection } from "./editions-section";
import { PdfSection } from "./pdf-section";
import { download } from "./download";

/** The stage on which a document is sent out. */
export function Publish() {
  const broken = useSessionValue((it) => (it.derived.links?.current ? it.derived.links.value.broken : null));
  const session = useSession();
  return (
    <main data-region="text" className="h-full overflow-y-auto">
      <div className="mx-auto max-w-3xl px-6 py-8">
        <h1 className="font-serif text-2xl font-semibold">Publish</h1>
        {broken === null ? (
          <p className="mt-1 text-quiet">Following every link …</p>
        ) : broken > 0 ? (
          <p className="mt-1 flex items-start gap-2">
            <KindIcon kind="fault" className="mt-1 self-start!" />
            <span>
              {counted(broken, "link is", "links are")} broken. In the files{" "}
              {broken === 1 ? "its words stay, but lead" : "their words stay, but lead"} nowhere.{" "}
              <Link
                href={`/documents/${session.id}/proof`}
                className="underline decoration-hemp underline-offset-3"
              >
                Show them in Proof
              </Link>
            </span>
          </p>
        ) : (
          <p className="mt-1 text-quiet">
            Every link lands. Addresses in published files stay valid, even if you rename things later.
          </p>
        )}
        <EditionsSection />
        <h2 className="mt-8 font-semibold">Files</h2>
        <ul className="mt-2 border-t border-line">
          <PdfSection />
          {ARCHIVE_NAMES.map((name) => (
            <ArchiveSection key={name} format={name} />
          ))}
          {TEXT_NAMES.filter((name) => FORMATS[name].says).map((name) => (
            <li key={name} className="flex items-center gap-6 border-b border-line py-4">
              <div className="min-w-0 flex-1">
                <h3 className="font-semibold">{FORMATS[name].label}</h3>
                <p className="text-quiet">{FORMATS[name].says}</p>
              </div>
              <DownloadButton format={name} name={FORMATS[name].label} />
            </li>
          ))}
        </ul>
        <p className="mt-6 text-quiet">
          You see the text as it stands now in the{" "}
          <Link
            href={`/read/${session.id}/living`}
            className="text-ink underline decoration-hemp underline-offset-3"
          >
            reading view
          </Link>
          . You can copy the address of any heading or bookmark in the tray.
        </p>
      </div>
    </main>
  );
}

function DownloadButton({ format, name }: { format: string; name: string }) {
  const session = useSession();
  const [busy, setBusy] = useState(false);
  async function run() {
    setBusy(true);
    const fault = await download(session, format);
    setBusy(false);
    if (fault) session.notices.say(fault);
  }
  return (
    <Button look="main" onClick={() => void run()} disabled={busy} aria-label={`Download as ${name}`}>
      {busy ? (
        <LoaderCircle size={15} aria-hidden className="animate-spin" />
      ) : (
        <Download size={15} aria-hidden />
      )}{" "}
      Download
    </Button>
  );
}
