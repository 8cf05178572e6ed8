/*
 * Which windows of this browser still stand. A window holds a lock in its name for as long as it lives, however it ends.
 */

/** Holds the lock of a window; answers how to let go of it. */
export function holdWindow(client: string): () => void {
  let release = () => {};
  const until = new Promise<void>((resolve) => {
    release = resolve;
  });
  void locks()?.request(nameOf(client), () => until);
  return release;
}

/**
 * Does something in the name of a window that has ended; nothing while it stands, or while another window does the same.
 * Where the browser has no locks it is done all the same: what is sent twice is accepted once.
 */
export async function inNameOf(client: string, work: () => Promise<void>): Promise<void> {
  const manager = locks();
  if (!manager) return work();
  await manager.request(nameOf(client), { ifAvailable: true }, async (lock) => {
    if (lock) await work();
  });
}

/** Whether a window stands; taken for granted where the browser has no locks. */
export async function isStandingWindow(client: string): Promise<boolean> {
  const held = (await locks()?.query())?.held;
  return held?.some(({ name }) => name === nameOf(client)) ?? true;
}

function locks(): LockManager | null {
  return typeof navigator !== "undefined" && "locks" in navigator ? navigator.locks : null;
}

function nameOf(client: string): string {
  return `gate-rope window ${client}`;
}
