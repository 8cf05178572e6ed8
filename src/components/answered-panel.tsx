import { useEffect, useState, type ReactNode } from "react";

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
 * What a route of the server answers, drawn by `children`, which can ask again. Until there is an answer it says so; where there is none,
 * it says `fault`.
 */
export function AnsweredPanel<T>({
  address,
  fault,
  children,
}: {
  address: string;
  fault: string;
  children: (answer: T, again: () => void) => ReactNode;
}) {
  const [answer, setAnswer] = useState<{ readonly is: T | null } | null>(null);
  const [asked, setAsked] = useState(0);
  useEffect(() => {
    const abort = new AbortController();
    fetch(address, { signal: abort.signal })
      .then(async (response) => (response.ok ? ((await response.json()) as T) : null))
      .catch(() => null)
      .then((is) => abort.signal.aborted || setAnswer({ is }));
    return () => abort.abort();
  }, [address, asked]);

  if (!answer) return <PanelWords>Looking …</PanelWords>;
  if (!answer.is) return <PanelWords alert>{fault}</PanelWords>;
  return children(answer.is, () => setAsked(asked + 1));
}
