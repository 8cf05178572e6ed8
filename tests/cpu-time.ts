/** How long the processor worked on something, in ms. What else the machine does meanwhile does not count. */
export function cpuTime(work: () => void): number {
  const before = process.cpuUsage();
  work();
  const { user, system } = process.cpuUsage(before);
  return (user + system) / 1_000;
}
