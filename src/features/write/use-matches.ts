import type { Node } from "prosemirror-model";
import { useDeferredValue, useEffect, useMemo, useState } from "react";
import {
  occurrencesOf,
  placed,
  SoughtError,
  textsOf,
  type Occurrence,
  type Scope,
  type Sought,
} from "@/core/find";
import { findApart, useSession, useDocument } from "@/editor";

/** What was found in one version of the document. */
export interface FoundMatches {
  readonly places: readonly Occurrence[];
  /** Why what is sought cannot be found, in words. */
  readonly fault: string | null;
}

/** Where something stands in the document, and how current that is. */
export interface Matches extends FoundMatches {
  /** The version of the document in which it was found. */
  readonly doc: Node;
  /** Whether something else is looked for by now. */
  readonly busy: boolean;
  /** What stands in the document at this very moment; empty while that is not known. */
  now(): readonly Occurrence[];
}

const NOTHING: FoundMatches = { places: [], fault: null };

/** While somebody writes, it is not looked through the document with every key. */
const REST = 200;

/** Where something stands in the document; expressions are looked for in a thread, which can be ended. */
export function useMatches(sought: Sought, scope: Scope): Matches {
  const session = useSession();
  const { doc } = useDocument((it) => it.index);
  const text = useRested(useMemo(() => ({ doc, scope }), [doc, scope]));
  const late = useDeferredValue(sought);
  const ask = useMemo(() => ({ ...text, sought: late }), [text, late]);
  const isExpression = late.how === "expression";
  const [apart, setApart] = useState({ ask, found: NOTHING });

  const here = useMemo(
    () => (isExpression ? NOTHING : { ...NOTHING, places: occurrencesOf(ask.doc, ask.sought, ask.scope) }),
    [isExpression, ask],
  );

  useEffect(() => {
    if (!isExpression) return;
    const ending = new AbortController();
    const texts = textsOf(ask.doc, ask.scope);
    const answer = (found: Partial<Matches>) => setApart({ ask, found: { ...NOTHING, ...found } });
    findApart({ texts: texts.map((it) => it.text), sought: ask.sought }, ending.signal).then(
      (stretches) => answer({ places: placed(ask.doc, texts, stretches, ask.scope) }),
      (error: Error) => {
        if (ending.signal.aborted) return;
        if (!(error instanceof SoughtError)) throw error;
        answer({ fault: error.message });
      },
    );
    return () => ending.abort();
  }, [isExpression, ask]);

  const busy = sought !== late || (isExpression && apart.ask !== ask);
  const found = isExpression ? apart.found : here;
  return {
    places: found.places,
    fault: busy ? null : found.fault,
    doc: isExpression ? apart.ask.doc : ask.doc,
    busy,
    now() {
      const { doc: newest } = session.store.state;
      if (sought.how !== "expression") return occurrencesOf(newest, sought, scope);
      return busy || newest !== ask.doc ? [] : found.places;
    },
  };
}

/** A value once it has not changed for a while. */
function useRested<T>(value: T): T {
  const [rested, setRested] = useState(value);
  useEffect(() => {
    if (value === rested) return;
    const timer = setTimeout(() => setRested(value), REST);
    return () => clearTimeout(timer);
  }, [value, rested]);
  return rested;
}
