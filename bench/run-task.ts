/** Measures one task at one length in a process of its own: the median time, and the peak memory. Prints JSON. */
import { TASKS } from "./tasks";

const [name, pages, runs] = process.argv.slice(2);
const task = TASKS.find((one) => one.name === name);
if (!task) throw new Error(`There is no task “${name}”.`);

const run = task.ready(Number(pages));
await run();
const timings: number[] = [];
for (let i = 0; i < Number(runs); i++) {
  const started = performance.now();
  let timedByItself = false;
  for (let j = 0; j < task.times; j++) {
    const own = await run();
    if (typeof own !== "number") continue;
    timings.push(own);
    timedByItself = true;
  }
  if (!timedByItself) timings.push((performance.now() - started) / task.times);
}
timings.sort((a, b) => a - b);
const at = (share: number) => timings[Math.min(timings.length - 1, Math.floor(timings.length * share))]!;
const peak = process.resourceUsage().maxRSS / 1024;
console.log(JSON.stringify({ median: at(0.5), low: timings[0], high: timings.at(-1), peak }));
