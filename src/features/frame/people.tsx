import { Users } from "lucide-react";
import { useState } from "react";
import { Button } from "@/components/button";
import { TextField } from "@/components/field";
import { Popup } from "@/components/popup";
import { colourOf, useSession, useSessionValue } from "@/editor";

/** Who else has the document open, and the name under which they see oneself. */
export function People() {
  const people = useSessionValue((it) => it.sync.people);
  const connected = useSessionValue((it) => it.sync.connected);
  const names = people.map((person) => person.name);
  const label = names.length === 0 ? "Who is here: only you" : `Who is here: you, ${names.join(", ")}`;
  return (
    <Popup
      name="Who is here"
      trigger={
        <button
          type="button"
          aria-label={label}
          title={label}
          className="flex h-8 shrink-0 items-center gap-1 rounded-base px-1.5 hover:bg-wash"
        >
          {people.length === 0 && <Users size={16} aria-hidden className="text-quiet" />}
          {people.slice(0, 4).map(({ client, name }) => (
            <Initial key={client} client={client} name={name} />
          ))}
          {people.length > 4 && <span className="text-sm text-quiet">+{people.length - 4}</span>}
        </button>
      }
    >
      <h2 className="font-semibold">Who is here</h2>
      <ul className="mt-2 space-y-1.5">
        <YourName />
        {people.map(({ client, name }) => (
          <li key={client} className="flex items-center gap-2">
            <Initial client={client} name={name} />
            <span className="min-w-0 truncate">{name}</span>
          </li>
        ))}
      </ul>
      {!connected && (
        <p className="mt-3 text-quiet">
          The connection to the server is lost. Until it is back, others may be here unseen.
        </p>
      )}
      {connected && people.length === 0 && (
        <p className="mt-3 text-quiet">
          Nobody else. Anyone who opens this document appears here, and in the text with their name at their
          cursor.
        </p>
      )}
    </Popup>
  );
}

function Initial({ client, name }: { client: string; name: string }) {
  return (
    <span
      aria-hidden
      className={`initial person-${colourOf(client)} grid size-6 shrink-0 place-items-center rounded-full text-xs font-semibold`}
    >
      {[...name][0]?.toUpperCase()}
    </span>
  );
}

function YourName() {
  const session = useSession();
  const name = useSessionValue((it) => it.sync.name);
  const [typed, setTyped] = useState(name);
  const wanted = typed.trim();
  return (
    <li>
      <form
        className="flex items-end gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          if (wanted) session.sync.takeName(wanted);
        }}
      >
        <div className="flex-1">
          <TextField
            label="Your name, as others see it"
            value={typed}
            maxLength={60}
            onChange={(event) => setTyped(event.target.value)}
          />
        </div>
        <Button type="submit" disabled={wanted === "" || wanted === name}>
          {wanted === name ? "Saved" : "Save"}
        </Button>
      </form>
    </li>
  );
}
