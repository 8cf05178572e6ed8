import { createServer } from "node:net";

/** A port of this machine on which nobody listens now. */
export function freePort(): Promise<number> {
  return new Promise((done, fail) => {
    const server = createServer();
    server.on("error", fail);
    server.listen(0, "127.0.0.1", () => {
      const address = server.address();
      server.close(() =>
        address && typeof address === "object" ? done(address.port) : fail(new Error("no port")),
      );
    });
  });
}
