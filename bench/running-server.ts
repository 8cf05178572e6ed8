import { spawn, type ChildProcess } from "node:child_process";
import { readFileSync } from "node:fs";

/** The built application on a data folder, for measuring. */
export class RunningServer {
  private constructor(
    private readonly child: ChildProcess,
    readonly address: string,
  ) {}

  /** `folder`: where the application was built. */
  static async start(data: string, port: number, folder = process.cwd()): Promise<RunningServer> {
    const child = spawn(process.execPath, ["scripts/start.mjs"], {
      cwd: folder,
      env: {
        ...process.env,
        PORT: String(port),
        HOST: "127.0.0.1",
        GATE_ROPE_DATA: data,
        NODE_ENV: "production",
      },
      stdio: "ignore",
    });
    // However the measuring ends, nothing is left on the port.
    process.once("exit", () => child.kill("SIGKILL"));
    for (const signal of ["SIGINT", "SIGTERM"] as const) process.once(signal, () => process.exit(1));
    const server = new RunningServer(child, `http://127.0.0.1:${port}`);
    for (let i = 0; i < 300 && child.exitCode === null; i++) {
      if ((await fetch(`${server.address}/api/documents`).catch(() => null))?.ok) return server;
      await new Promise((resolve) => setTimeout(resolve, 100));
    }
    throw new Error("the server did not start");
  }

  /** Memory of the process that is in use, in MB. */
  get memory(): number {
    const status = readFileSync(`/proc/${this.child.pid}/status`, "utf8");
    return Number(/VmRSS:\s+(\d+)/.exec(status)?.[1] ?? NaN) / 1024;
  }

  /** Processor time of the process so far, all threads, in ms (`proc_pid_stat(5)`, fields 14 and 15, hundredths of a second). */
  get processorTime(): number {
    const fields = readFileSync(`/proc/${this.child.pid}/stat`, "utf8").split(") ")[1]!.split(" ");
    return (Number(fields[11]) + Number(fields[12])) * 10;
  }

  /** The most memory that it has used so far, in MB. */
  get peak(): number {
    const status = readFileSync(`/proc/${this.child.pid}/status`, "utf8");
    return Number(/VmHWM:\s+(\d+)/.exec(status)?.[1] ?? NaN) / 1024;
  }

  stop(): void {
    this.child.kill("SIGKILL");
  }
}
