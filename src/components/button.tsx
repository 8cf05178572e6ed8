import { clsx } from "clsx";
import type { ComponentProps, ReactNode } from "react";

type ButtonLook = "plain" | "main" | "quiet" | "fault";

const LOOKS: Record<ButtonLook, string> = {
  plain: "border border-edge bg-raised hover:bg-wash",
  main: "border border-tide bg-tide text-on-tide hover:opacity-90",
  quiet: "border border-transparent hover:bg-wash",
  fault: "border border-vermilion text-vermilion hover:bg-wash",
};

const BASE =
  "inline-flex h-8 shrink-0 items-center justify-center gap-1.5 rounded-base px-3 text-sm font-medium whitespace-nowrap disabled:opacity-50";

/** The look of a button, for links that are to look like one. */
export function buttonLook(look: ButtonLook = "plain", more?: string): string {
  return clsx(BASE, LOOKS[look], more);
}

/** A button with words. */
export function Button({
  look = "plain",
  className,
  ...rest
}: ComponentProps<"button"> & { look?: ButtonLook }) {
  return <button type="button" className={buttonLook(look, className)} {...rest} />;
}

/** A button with a sign; its name is spoken, and shown where the pointer rests. */
export function IconButton({
  label,
  pressed,
  className,
  children,
  ...rest
}: ComponentProps<"button"> & { label: string; pressed?: boolean; children: ReactNode }) {
  return (
    <button
      type="button"
      aria-label={label}
      title={label}
      aria-pressed={pressed}
      className={clsx(
        "inline-flex size-8 shrink-0 items-center justify-center rounded-base disabled:text-current/40",
        pressed ? "bg-tide-wash text-tide" : "hover:bg-wash",
        className,
      )}
      {...rest}
    >
      {children}
    </button>
  );
}
