import { useDeferredValue, useEffect, useMemo, useState } from "react";
import {
  linesOf,
  occurrencesOf,
  placed,
  SoughtError,
  type Occurrence,
  type Scope,
  type Sought,
} from "@/core/find";
import { findApart, useSessionValue } from "@/editor";

/** What was found. */
export interface Found {
  readonly places: readonly Occurrence[];
  /** Why what is sought cannot be found, in words. */
  readonly fault: string | null;
  /** Whether it is still looked for; until then the places are those of before. */
  readonly busy: boolean;
}

const NOTHING: Found = { places: [], fault: null, busy: false };

/** Where something stands in the document as it now is; expressions are looked for in a thread, which can be ended. */
export function useMatches(sought: Sought, scope: Scope): Found {
  const { doc } = useSessionValue((it) => it.index);
  const late = useDeferredValue(sought);
  const ask = useMemo(() => ({ doc, sought: late, scope }), [doc, late, scope]);
  const isExpression = late.how === "expression";
  const [apart, setApart] = useState({ ask, found: NOTHING });

  const here = useMemo(
    () => (isExpression ? NOTHING : { ...NOTHING, places: occurrencesOf(ask.doc, ask.sought, ask.scope) }),
    [isExpression, ask],
  );

  useEffect(() => {
    if (!isExpression) return;
    const ending = new AbortController();
    const lines = linesOf(ask.doc, ask.scope);
    const answer = (found: Partial<Found>) => setApart({ ask, found: { ...NOTHING, ...found } });
    findApart({ lines: lines.map(({ text }) => text), sought: ask.sought }, ending.signal).then(
      (stretches) => answer({ places: placed(ask.doc, lines, stretches, ask.scope) }),
      (error: Error) => {
        if (!(error instanceof SoughtError)) throw error;
        answer({ fault: error.message });
      },
    );
    return () => ending.abort();
  }, [isExpression, ask]);

  if (!isExpression) return here;
  return apart.ask === ask ? apart.found : { ...apart.found, fault: null, busy: true };
}
