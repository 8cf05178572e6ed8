import { useId } from "react";
import { useTyped } from "@/components/use-typed";
import { useSession } from "@/editor";

/** What a picture shows, for those who cannot see it. */
export function AltField({ alt, onChange }: { alt: string; onChange: (alt: string) => void }) {
  const session = useSession();
  const id = useId();
  const { shown, type, leave } = useTyped(alt, onChange);
  return (
    <div>
      <label htmlFor={id} className="mb-1 block font-medium">
        What the picture shows
      </label>
      <textarea
        id={id}
        data-inspector-field
        value={shown}
        rows={3}
        onChange={(event) => type(event.target.value)}
        onBlur={leave}
        onKeyDown={(event) => event.key === "Escape" && session.leaveChosen()}
        className="w-full rounded-base border border-edge bg-raised px-2.5 py-1.5"
      />
      <p className={alt === "" ? "text-vermilion" : "text-quiet"}>
        {alt === ""
          ? "Missing: people who cannot see the picture get no description."
          : "Read aloud to people who cannot see it."}
      </p>
    </div>
  );
}
