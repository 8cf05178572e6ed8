import { LoaderCircle } from "lucide-react";
import { useState } from "react";
import { Button } from "@/components/button";
import { Check } from "@/components/field";
import { FORMATS, type ArchiveFormatName } from "@/core/formats/formats";
import { useSession } from "@/editor";
import { beginArchive } from "./make-file";
import { MadeFileShown } from "./made-file";
import { useMadeFile } from "./use-made-file";

/** A file of a word processor or an e-book: how far it is, and whether every link lands in it. */
export function ArchiveSection({ format }: { format: ArchiveFormatName }) {
  const session = useSession();
  const [clean, setClean] = useState(false);
  const { label, called, says } = FORMATS[format];
  const made = useMadeFile(`${called} file`, () => beginArchive(session, format, clean));
  return (
    <li className="border-b border-line py-4">
      <div className="flex items-center gap-6">
        <div className="min-w-0 flex-1">
          <h3 className="font-semibold">
            {label} <span className="font-normal text-quiet">({called})</span>
          </h3>
          <p className="text-quiet">{says}</p>
        </div>
        <Button look="main" onClick={made.make} disabled={made.busy}>
          {made.busy && <LoaderCircle size={15} aria-hidden className="animate-spin" />} Make {called}
        </Button>
      </div>
      <div className="mt-2">
        <Check
          label={
            <span>
              Clean copy{" "}
              <span className="text-quiet">
                – leaves out the hidden data by which Gate Rope recognises its own files
              </span>
            </span>
          }
          checked={clean}
          onChange={setClean}
        />
      </div>
      <MadeFileShown made={made} called={`${called} file`} lands="in the right place" />
    </li>
  );
}
