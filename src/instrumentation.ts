/** Opens the database before the first request, so that a start that cannot work stops with one clear line. */
export async function register(): Promise<void> {
  if (process.env.NEXT_RUNTIME !== "nodejs") return;
  const { openOrStop } = await import("./server/open-or-stop");
  await openOrStop();
}
