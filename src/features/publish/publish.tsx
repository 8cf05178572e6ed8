"use client";

import { Download, LoaderCircle } from "lucide-react";
import Link from "next/link";
import { useState } from "react";
import { Button } from "@/components/button";
import { counted } from "@/components/counted";
import { Sign } from "@/components/signs";
import { FORMATS, READ_NAMES } from "@/core/formats/formats";
import { useSession, useSessionValue } from "@/editor";
import { PdfSection } from "./pdf-section";
import { download } from "./download";

/** The stage on which a document is sent out. */
export function Publish() {
  const adrift = useSessionValue((it) => (it.derived.links?.current ? it.derived.links.value.adrift : null));
  const session = useSession();
  return (
    <main className="h-full overflow-y-auto">
      <div className="mx-auto max-w-3xl px-6 py-8">
        <h1 className="font-serif text-2xl font-semibold">Publish</h1>
        {adrift === null ? (
          <p className="mt-1 text-quiet">Following every link …</p>
        ) : adrift > 0 ? (
          <p className="mt-1 flex items-start gap-2">
            <Sign kind="fault" className="mt-1 !self-start" />
            <span>
              {counted(adrift, "link is", "links are")} adrift. In the files{" "}
              {adrift === 1 ? "its words stay, but lead" : "their words stay, but lead"} nowhere.{" "}
              <Link
                href={`/documents/${session.id}/proof`}
                className="underline decoration-hemp underline-offset-3"
              >
                See them in Proof
              </Link>
            </span>
          </p>
        ) : (
          <p className="mt-1 text-quiet">
            Every link lands. Addresses given away with a file stay good, whatever is renamed later.
          </p>
        )}
        <ul className="mt-6 border-t border-line">
          <PdfSection />
          {READ_NAMES.filter((name) => FORMATS[name].says).map((name) => (
            <li key={name} className="flex items-center gap-6 border-b border-line py-4">
              <div className="min-w-0 flex-1">
                <h2 className="font-semibold">{FORMATS[name].label}</h2>
                <p className="text-quiet">{FORMATS[name].says}</p>
              </div>
              <DownloadButton format={name} name={FORMATS[name].label} />
            </li>
          ))}
        </ul>
        <h2 className="mt-8 font-semibold">Reading view</h2>
        <p className="text-quiet">
          The document as its readers see it stands at{" "}
          <Link
            href={`/read/${session.id}`}
            className="text-ink underline decoration-hemp underline-offset-3"
          >
            /read/{session.id}
          </Link>
          . In the tray, the address of any heading or bookmark can be copied.
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
    if (fault) session.say(fault);
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
