/** `npm start`: serves the built application until it is told to stop. */
import { createServer } from "node:http";
import { pathToFileURL } from "node:url";
import { root } from "./install.mjs";

/** Starts the server; answers its address. Ends the process with one line when a setting or the data folder is wrong. */
export async function serve({ dev = false } = {}) {
  const { readSettings, SettingsError } = await import("../dist/settings.mjs");
  const { guarded } = await import("../dist/guard.mjs");
  const { editionsBefore } = await import("../dist/editions.mjs");
  let settings;
  try {
    settings = readSettings(process.env);
  } catch (error) {
    if (!(error instanceof SettingsError)) throw error;
    stop(error.message);
  }
  const { host, port } = settings;
  const { default: next } = await import("next");
  // Longer than clients and proxies keep an idle connection, so that none is closed just as the next request comes.
  const server = createServer({ keepAliveTimeout: 75_000 });
  const app = next({ dev, dir: root, hostname: host, port, httpServer: server });
  await app.prepare();
  const handle = app.getRequestHandler();
  const answer = editionsBefore(settings, (request, response) => void handle(request, response));
  server.on("request", guarded(settings, answer, { dev }));
  await new Promise((resolve) => {
    server.once("error", (error) =>
      stop(
        error.code === "EADDRINUSE"
          ? `Port ${port} is taken. Set PORT to another.`
          : `The server cannot listen on ${host}:${port}: ${error.message}`,
      ),
    );
    server.listen(port, host, resolve);
  });
  for (const signal of ["SIGINT", "SIGTERM"])
    process.once(signal, () => {
      // What was accepted is brought into the database's own file before the end.
      server.close(() => void Promise.resolve(globalThis.gateRopeEnd?.()).finally(() => process.exit(0)));
      server.closeAllConnections();
    });
  return `http://${host.includes(":") ? `[${host}]` : host}:${port}`;
}

function stop(line) {
  console.error(`gate-rope: ${line}`);
  process.exit(1);
}

if (import.meta.url === pathToFileURL(process.argv[1]).href) {
  process.env.NEXT_TELEMETRY_DISABLED = "1";
  if (process.argv.includes("--accept-loss")) process.env.GATE_ROPE_ACCEPT_LOSS = "1";
  console.log(`Gate Rope is running at ${await serve()}`);
}
