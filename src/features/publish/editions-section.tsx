import { Download, LoaderCircle } from "lucide-react";
import { useEffect, useState } from "react";
import { Button, buttonLook } from "@/components/button";
import { counted } from "@/components/counted";
import { Check, TextField } from "@/components/field";
import { ask } from "@/contract/ask";
import { addressOf, type Answer } from "@/contract/call";
import { getEditions, takeEdition, withdrawEdition } from "@/contract/editions";
import type { EditionRecord } from "@/core/editions/manifest";
import { ARCHIVE_NAMES, FORMATS, type ArchiveFormatName } from "@/core/formats/formats";
import { messageOf } from "@/core/thrown";
import { useSession } from "@/editor";
import { beginEdition } from "./make-file";
import { MadeFileShown } from "./made-file";
import { useMadeFile } from "./use-made-file";

type Form = ArchiveFormatName | "pdf";
const FORMS: readonly Form[] = ["pdf", ...ARCHIVE_NAMES];
const DAY = new Intl.DateTimeFormat(undefined, { dateStyle: "medium", timeStyle: "short" });

/** The editions for readers: publishing one, and what was published. */
export function EditionsSection() {
  const session = useSession();
  const [note, setNote] = useState("");
  const [forms, setForms] = useState<readonly Form[]>([]);
  const [asked, setAsked] = useState(0);
  const known = useEditions(asked);
  const made = useMadeFile(
    "edition",
    () => beginEdition(session, { note, forms: [...forms] }),
    () => {
      setNote("");
      setAsked((before) => before + 1);
    },
  );
  return (
    <section aria-labelledby="editions" className="mt-6 border-t border-line pt-4">
      <div className="flex items-center gap-6">
        <div className="min-w-0 flex-1">
          <h2 id="editions" className="font-semibold">
            Editions for readers
          </h2>
          <p className="text-quiet">
            An edition is a copy for readers that never changes: one page for each section, with search. Its
            links are followed before it goes out. Readers find the newest at{" "}
            <a href={`/read/${session.id}`} className="text-ink underline decoration-hemp underline-offset-3">
              /read/{session.id}
            </a>
            {known && known.editions.length === 0 && "; until the first one, only authors see the text there"}
            .
          </p>
        </div>
        <Button look="main" onClick={made.make} disabled={made.busy}>
          {made.busy && <LoaderCircle size={15} aria-hidden className="animate-spin" />} Publish edition
        </Button>
      </div>
      <div className="mt-3 grid gap-3 sm:grid-cols-[minmax(0,1fr)_auto]">
        <TextField
          label="What is new (optional)"
          value={note}
          maxLength={500}
          onChange={(event) => setNote(event.target.value)}
        />
        <fieldset>
          <legend className="mb-1 text-sm font-medium">Readers can also download</legend>
          <div className="flex flex-wrap gap-x-4">
            {FORMS.map((form) => (
              <Check
                key={form}
                label={FORMATS[form].called}
                checked={forms.includes(form)}
                onChange={(on) => setForms(on ? [...forms, form] : forms.filter((it) => it !== form))}
              />
            ))}
          </div>
        </fieldset>
      </div>
      <MadeFileShown
        made={made}
        called="edition"
        lands="on the right page and spot"
        taken={({ edition }) => (
          <a href={`/read/${session.id}`} className={buttonLook("plain", "mt-3 inline-flex")}>
            Open edition {edition}
          </a>
        )}
      />
      {known && known.editions.length > 0 && (
        <ul className="mt-4" aria-label="Published editions">
          {known.editions.map((edition) => (
            <EditionLine
              key={edition.number}
              edition={edition}
              isNow={edition === known.editions[0] && edition.version === known.version}
              onChanged={() => setAsked(asked + 1)}
            />
          ))}
        </ul>
      )}
    </section>
  );
}

function useEditions(asked: number): Answer<typeof getEditions> | null {
  const session = useSession();
  const { id } = session;
  const [known, setKnown] = useState<Answer<typeof getEditions> | null>(null);
  useEffect(() => {
    const abort = new AbortController();
    ask(getEditions, { id }, { signal: abort.signal }).then(
      (answer) => abort.signal.aborted || setKnown(answer),
      (error: unknown) => abort.signal.aborted || session.notices.say(messageOf(error)),
    );
    return () => abort.abort();
  }, [session, id, asked]);
  return known;
}

function EditionLine({
  edition,
  isNow,
  onChanged,
}: {
  edition: EditionRecord;
  /** Whether the document is still as it was then. */
  isNow: boolean;
  onChanged: () => void;
}) {
  const session = useSession();
  const { number, at, by, note, pages, links, withdrawnAt } = edition;
  const isWithdrawn = withdrawnAt !== null;
  async function withdraw() {
    try {
      await ask(withdrawEdition, {
        id: session.id,
        number: String(number),
        body: { withdrawn: !isWithdrawn },
      });
      session.notices.say(
        isWithdrawn ? `Readers see edition ${number} again.` : `Edition ${number} is withdrawn.`,
      );
      onChanged();
    } catch (error) {
      session.notices.say(messageOf(error));
    }
  }
  return (
    <li className="flex items-center gap-4 border-t border-line py-2 text-sm">
      <div className="min-w-0 flex-1">
        <p>
          <a
            href={`/read/${session.id}/edition/${number}/`}
            className="font-medium underline decoration-hemp underline-offset-3"
          >
            Edition {number}
          </a>
          , {DAY.format(at)}
          {by && `, by ${by}`}
          {isWithdrawn && <strong className="ml-2 font-medium text-vermilion">Withdrawn</strong>}
          {isNow && !isWithdrawn && <span className="ml-2 text-quiet">Nothing has changed since</span>}
        </p>
        <p className="text-quiet">
          {note && `${note} – `}
          {counted(pages, "page")}, {counted(links, "link")}
        </p>
      </div>
      <a
        href={addressOf(takeEdition, { id: session.id, number: String(number) })}
        download
        className={buttonLook("quiet")}
        aria-label={`Download edition ${number} as a site (.zip)`}
        title="A folder of pages for any web server"
      >
        <Download size={15} aria-hidden /> Site (.zip)
      </a>
      <Button
        look="quiet"
        onClick={() => void withdraw()}
        aria-label={`${isWithdrawn ? "Show" : "Withdraw"} edition ${number}${isWithdrawn ? " again" : ""}`}
      >
        {isWithdrawn ? "Show again" : "Withdraw"}
      </Button>
    </li>
  );
}
