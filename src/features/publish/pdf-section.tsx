import { LoaderCircle } from "lucide-react";
import Link from "next/link";
import { useState } from "react";
import { Button } from "@/components/button";
import { counted } from "@/components/counted";
import { useSession, useSessionValue } from "@/editor";
import { beginPdf, type ChosenPdf } from "./make-file";
import { MadeFileShown } from "./made-file";
import { PdfChoices } from "./pdf-choices";
import { useMadeFile } from "./use-made-file";

/** The PDF: its options, how far it is, and whether every link lands in it. */
export function PdfSection() {
  const session = useSession();
  const pages = useSessionValue((it) => it.pagesShown?.labels.count ?? null);
  const [options, setOptions] = useState<ChosenPdf>({});
  const made = useMadeFile("PDF", () => beginPdf(session, options));
  return (
    <li className="border-b border-line py-4">
      <div className="flex items-center gap-6">
        <div className="min-w-0 flex-1">
          <h3 className="font-semibold">PDF</h3>
          <p className="text-quiet">
            The laid-out document{pages === null ? "" : `, ${counted(pages, "page")}`}: outline, page numbers
            and links that are followed before you get the file.{" "}
            <Link
              href={`/documents/${session.id}/pages`}
              className="text-ink underline decoration-hemp underline-offset-3"
            >
              View the pages
            </Link>
          </p>
        </div>
        <Button look="main" data-stage-first onClick={made.make} disabled={made.busy}>
          {made.busy && <LoaderCircle size={15} aria-hidden className="animate-spin" />} Make PDF
        </Button>
      </div>
      <PdfChoices options={options} pages={pages} onChange={setOptions} />
      <MadeFileShown made={made} called="PDF" lands="on the right page and spot" />
    </li>
  );
}
