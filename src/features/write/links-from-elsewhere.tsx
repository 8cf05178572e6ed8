import { counted } from "@/components/counted";
import { shortened, type DestinationId } from "@/core/document";
import { useSession, useSessionValue } from "@/editor";

const SHOWN = 5;

/** The links of other documents that lead to a place of this one; each can be gone to. */
export function LinksFromElsewhere({ id }: { id: DestinationId }) {
  const session = useSession();
  useSessionValue((it) => it.elsewhere.incoming);
  const links = session.elsewhere.incomingTo(id);
  if (links.length === 0) return null;
  return (
    <div className="mb-2">
      <p className="text-quiet">
        {counted(links.length, "link leads", "links lead")} here from other documents:
      </p>
      <ul aria-label="Links from other documents">
        {links.slice(0, SHOWN).map(({ document, title, words, block, start }) => (
          <li key={`${document} ${block} ${start}`}>
            <a
              href={`/documents/${document}${block ? `#at=${block}.${start}.${start + words.length}` : ""}`}
              target="_blank"
              rel="noreferrer"
              className="block truncate underline decoration-hemp underline-offset-3"
              dir="auto"
            >
              “{shortened(words, 40)}” in {shortened(title || "Untitled", 40)}
            </a>
          </li>
        ))}
        {links.length > SHOWN && <li className="text-quiet">and {links.length - SHOWN} more</li>}
      </ul>
    </div>
  );
}
