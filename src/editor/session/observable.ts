/** Something that changes in place. Each subscriber is called after a change; `version` counts the changes. */
export class Observable {
  version = 0;
  private readonly listeners = new Set<() => void>();

  /** Calls a listener after each change; answers how to end that. */
  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  protected notify(): void {
    this.version++;
    for (const listener of this.listeners) listener();
  }
}
