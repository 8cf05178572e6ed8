import { spawn, type ChildProcess } from "node:child_process";
import { freePort } from "./free-port";

/** A busy machine takes its time to start a server, in ms. */
const MAX_START = 60_000;

/** A server of its own, to be stopped and started by a test; each time at the same port. */
export class OwnServer {
  private process: ChildProcess | null = null;
  private port: number | null = null;

  constructor(private readonly data: string) {}

  /** Where it listens, once it was started. */
  get address(): string {
    return `http://${this.host}`;
  }

  /** The same without the scheme. */
  get host(): string {
    if (this.port === null) throw new Error("the server was not started");
    return `127.0.0.1:${this.port}`;
  }

  /** Throws where it does not start, and where another listens on its port: that one would be tested in its place. */
  async start(): Promise<void> {
    this.port ??= await freePort();
    if (await fetch(this.address).catch(() => null)) throw new Error(`port ${this.port} is taken`);
    this.process = spawn(process.execPath, ["scripts/start.mjs"], {
      env: {
        ...process.env,
        PORT: String(this.port),
        HOST: "127.0.0.1",
        GATE_ROPE_DATA: this.data,
        NODE_ENV: "production",
      },
      stdio: "ignore",
    });
    for (const begun = Date.now(); Date.now() - begun < MAX_START && this.process.exitCode === null;) {
      const response = await fetch(`${this.address}/api/documents`).catch(() => null);
      if (response?.ok) return;
      await new Promise((resolve) => setTimeout(resolve, 150));
    }
    throw new Error("the server did not start");
  }

  /** Ends it without warning, as a power failure would. */
  async kill(): Promise<void> {
    const child = this.process;
    if (!child || child.exitCode !== null || child.signalCode !== null) return;
    const ended = new Promise((resolve) => child.once("exit", resolve));
    child.kill("SIGKILL");
    await ended;
  }
}
