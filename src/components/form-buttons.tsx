import { Button } from "./button";

/** How a box with a form is left: without doing it, or by doing it. */
export function FormButtons({
  submit,
  disabled = false,
  onCancel,
  focusSubmit = false,
}: {
  /** Words of the button that does it. */
  submit: string;
  disabled?: boolean;
  onCancel: () => void;
  /** Whether Enter does it at once. */
  focusSubmit?: boolean;
}) {
  return (
    <div className="flex justify-end gap-2">
      <Button look="quiet" onClick={onCancel}>
        Cancel
      </Button>
      <Button look="main" type="submit" disabled={disabled} autoFocus={focusSubmit}>
        {submit}
      </Button>
    </div>
  );
}
