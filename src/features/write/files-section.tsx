import { Trash2 } from "lucide-react";
import { useState } from "react";
import { Button, IconButton } from "@/components/button";
import { counted, sized } from "@/components/counted";
import { fieldLook } from "@/components/field";
import { OneStopList } from "@/components/one-stop-list";
import { KindIcon } from "@/components/kind-icons";
import {
  addressOfFile,
  attachedFiles,
  settingsOf,
  shortened,
  whyNoScheme,
  type AttachedFile,
} from "@/core/document";
import { removeFile, useSession, useDocument } from "@/editor";
import { AttachButton } from "@/features/frame/attach-button";

/** What belongs to the document beside its text: attached files, and the kinds of address that its links may have. */
export function FilesSection() {
  const [open, setOpen] = useState(false);
  const count = useDocument((it) => attachedFiles(it.index.registry).length);
  return (
    <section aria-label="Files and addresses" className="border-t border-line px-4 py-3 text-sm">
      <div className="flex items-center gap-2">
        <h2 className="min-w-0 flex-1 truncate font-semibold">
          Files and addresses
          {count > 0 && <span className="ml-2 font-normal text-quiet">{counted(count, "file")}</span>}
        </h2>
        <Button
          look="quiet"
          aria-expanded={open}
          onClick={() => setOpen(!open)}
          className="-mr-2 px-2!"
          aria-label={open ? "Close files and addresses" : "Show files and addresses"}
        >
          {open ? "Close" : "Show"}
        </Button>
      </div>
      {open && (
        <>
          <Files />
          <Schemes />
        </>
      )}
    </section>
  );
}

function Files() {
  const session = useSession();
  const registry = useDocument((it) => it.index.registry);
  const links = useDocument((it) => it.outline.links);
  const attached = attachedFiles(registry);

  function remove(id: string, file: AttachedFile, leading: number) {
    session.dispatch(removeFile(session.store.state, id, file));
    const broken = leading > 0 ? ` ${counted(leading, "link is", "links are")} now broken.` : "";
    session.notices.say(`Removed “${shortened(file.name, 40)}”.${broken}`, { undo: true });
  }

  return (
    <>
      {attached.length === 0 && (
        <p className="mt-1 text-quiet">
          No files yet. Attached files go into the document’s exports, and links can lead to it.
        </p>
      )}
      <OneStopList className="mt-1">
        {attached.map(({ id, ...file }) => {
          const leading = links.filter(({ target }) => target.kind === "file" && target.id === id).length;
          return (
            <li key={id} className="flex items-center gap-2 py-1">
              <KindIcon kind="file" />
              <span className="min-w-0 flex-1">
                <a
                  href={addressOfFile(session.id, id)}
                  target="_blank"
                  rel="noreferrer"
                  className="block truncate underline decoration-hemp underline-offset-3"
                  title={file.name}
                  dir="auto"
                >
                  {file.name}
                </a>
                <span className="text-quiet">
                  {sized(file.size)}
                  {file.pages !== undefined && `, ${counted(file.pages, "page")}`}
                  {leading > 0 && `, ${counted(leading, "link")}`}
                </span>
              </span>
              <IconButton
                className="size-7!"
                label={`Remove ${shortened(file.name, 40)}${leading > 0 ? `, ${counted(leading, "link leads", "links lead")} there` : ""}`}
                onClick={() => remove(id, file, leading)}
              >
                <Trash2 size={14} />
              </IconButton>
            </li>
          );
        })}
      </OneStopList>
      <div className="mt-2">
        <AttachButton several />
      </div>
    </>
  );
}

/** The schemes of addresses that links of this document may have beside the web, mail and telephones. */
function Schemes() {
  const session = useSession();
  const schemes = useDocument((it) => settingsOf(it.state.doc).schemes);
  const [typed, setTyped] = useState("");
  const [fault, setFault] = useState<string | null>(null);
  const set = (next: readonly string[]) =>
    session.dispatch(session.store.state.tr.setDocAttribute("schemes", next));

  function allow() {
    const scheme = typed.trim().toLowerCase().replace(/:.*$/, "");
    const why = schemes.includes(scheme) ? `“${scheme}:” is allowed already.` : whyNoScheme(scheme);
    setFault(why);
    if (why) return;
    set([...schemes, scheme]);
    setTyped("");
  }

  return (
    <form
      className="mt-4"
      onSubmit={(event) => {
        event.preventDefault();
        allow();
      }}
    >
      <h3 className="font-medium">More kinds of address</h3>
      <p className="text-quiet">
        Links lead to the web, to mail and to telephones. Others, such as news or irc, are followed only if
        they are listed here.
      </p>
      <ul className="mt-1 flex flex-wrap gap-2">
        {schemes.map((scheme) => (
          <li key={scheme} className="flex items-center rounded-base border border-line pl-2">
            {scheme}:
            <IconButton
              className="size-7!"
              label={`No longer allow ${scheme}`}
              onClick={() => set(schemes.filter((one) => one !== scheme))}
            >
              <Trash2 size={13} />
            </IconButton>
          </li>
        ))}
      </ul>
      <div className="mt-2 flex gap-2">
        <input
          aria-label="Kind of address to allow"
          placeholder="news"
          value={typed}
          onChange={(event) => {
            setTyped(event.target.value);
            setFault(null);
          }}
          className={fieldLook("min-w-0 flex-1")}
        />
        <Button type="submit" disabled={typed.trim() === ""}>
          Allow
        </Button>
      </div>
      {fault && (
        <p role="alert" className="mt-1 text-vermilion">
          {fault}
        </p>
      )}
    </form>
  );
}
