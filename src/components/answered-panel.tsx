import { useEffect, useState, type ReactNode } from "react";
import { ask } from "@/contract/ask";
import type { Answer, Call, Question } from "@/contract/call";

/** What a panel says instead of showing something. */
export function PanelWords({ alert = false, children }: { alert?: boolean; children: ReactNode }) {
  return (
    <p
      role={alert ? "alert" : undefined}
      className={`px-4 py-3 text-sm ${alert ? "text-vermilion" : "text-quiet"}`}
    >
      {children}
    </p>
  );
}

/**
 * What a call of the server answers, drawn by `children`, which can ask again. Until there is an answer it says so; where there is none,
 * it says `fault`.
 */
export function AnsweredPanel<C extends Call<string, undefined, undefined>>({
  call,
  fault,
  children,
}: {
  call: C;
  fault: string;
  children: (answer: NonNullable<Answer<C>>, again: () => void) => ReactNode;
}) {
  const [answer, setAnswer] = useState<{ readonly is: Answer<C> | null } | null>(null);
  const [asked, setAsked] = useState(0);
  useEffect(() => {
    const abort = new AbortController();
    ask(call, {} as Question<C>, { signal: abort.signal })
      .catch(() => null)
      .then((is) => abort.signal.aborted || setAnswer({ is }));
    return () => abort.abort();
  }, [call, asked]);

  if (!answer) return <PanelWords>Looking …</PanelWords>;
  if (!answer.is) return <PanelWords alert>{fault}</PanelWords>;
  return children(answer.is, () => setAsked(asked + 1));
}
