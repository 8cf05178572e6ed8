import { useEffect, type RefObject } from "react";

/** Takes what somebody typed into a field of a page before its program had begun. */
export function useTypedBefore(
  field: RefObject<HTMLInputElement | null>,
  value: string,
  take: (typed: string) => void,
): void {
  useEffect(() => {
    const typed = field.current?.value ?? value;
    if (typed !== value) take(typed);
    // Once, when the program begins.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, []);
}
