/** Asks for pages as fast as they come, over so many connections for so many seconds; prints how many a second, and how long they took, as JSON. */
import { Agent, request } from "node:http";

const [address = "", paths = "", connections = "50", seconds = "6"] = process.argv.slice(2);
const agent = new Agent({ keepAlive: true, maxSockets: Number(connections) });
const all = paths.split(",");
const times: number[] = [];
const until = performance.now() + Number(seconds) * 1_000;
let next = 0;

function once(): Promise<void> {
  const started = performance.now();
  return new Promise((done, fail) => {
    request(
      address + all[next++ % all.length]!,
      { agent, headers: { "accept-encoding": "br" } },
      (answer) => {
        if (answer.statusCode !== 200) fail(new Error(String(answer.statusCode)));
        answer.resume().on("end", () => {
          times.push(performance.now() - started);
          done();
        });
      },
    )
      .on("error", fail)
      .end();
  });
}

await Promise.all(
  Array.from({ length: Number(connections) }, async () => {
    while (performance.now() < until) await once();
  }),
);
times.sort((a, b) => a - b);
const at = (share: number) => times[Math.floor(times.length * share)]!;
console.log(JSON.stringify({ each: times.length / Number(seconds), median: at(0.5), p95: at(0.95) }));
process.exit(0);
