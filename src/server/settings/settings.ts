import path from "node:path";
import { z } from "zod";

/** What can be set from outside, by environment variable. All have defaults that serve. */
export interface Settings {
  /** PORT */
  readonly port: number;
  /** HOST: the address the server listens on. */
  readonly host: string;
  /** GATE_ROPE_NAMES: further names under which the server is reached, as a page's address names them. */
  readonly names: readonly string[];
  /** GATE_ROPE_DATA: the folder that holds the database and the pictures, as an absolute path. */
  readonly data: string;
  /** GATE_ROPE_BACKUPS: the folder of the daily backups, as an absolute path; null where it is `off`. */
  readonly backups: string | null;
  /** GATE_ROPE_ACCEPT_LOSS=1, or `--accept-loss` behind the start: goes on where less is in the folder than was accepted. */
  readonly acceptLoss: boolean;
}

const schema = z.object({
  PORT: z.coerce
    .number("PORT has to be a number")
    .int("PORT has to be a whole number")
    .min(1, "PORT has to be 1 to 65535")
    .max(65_535, "PORT has to be 1 to 65535")
    .default(4310),
  HOST: z
    .string()
    .regex(/^[A-Za-z0-9.:-]+$/, "HOST has to be a host name or an address")
    .default("127.0.0.1"),
  GATE_ROPE_NAMES: z
    .string()
    .transform((text) => text.split(/[\s,]+/).filter(Boolean))
    .pipe(
      z.array(
        z
          .string()
          .regex(
            /^[A-Za-z0-9.:_-]+$/,
            "GATE_ROPE_NAMES has to list host names, without ports, separated by commas",
          ),
      ),
    )
    .default([]),
  GATE_ROPE_BACKUPS: z.string().min(1, "GATE_ROPE_BACKUPS has to name a folder, or be off").optional(),
  GATE_ROPE_ACCEPT_LOSS: z.enum(["0", "1"], "GATE_ROPE_ACCEPT_LOSS has to be 0 or 1").default("0"),
  GATE_ROPE_DATA: z.string().min(1, "GATE_ROPE_DATA has to name a folder").default("data"),
});

/** A wrong setting; the message is one line. */
export class SettingsError extends Error {}

/** Reads and checks the settings. Throws a {@link SettingsError}. */
export function readSettings(environment: Readonly<Record<string, string | undefined>>): Settings {
  const given = Object.fromEntries(
    Object.keys(schema.shape).map((name) => [name, environment[name] || undefined]),
  );
  const parsed = schema.safeParse(given);
  if (!parsed.success) throw new SettingsError(`${parsed.error.issues[0]!.message}.`);
  const { PORT, HOST, GATE_ROPE_NAMES, GATE_ROPE_BACKUPS, GATE_ROPE_ACCEPT_LOSS, GATE_ROPE_DATA } =
    parsed.data;
  const data = path.resolve(/* turbopackIgnore: true */ GATE_ROPE_DATA);
  return {
    port: PORT,
    host: HOST,
    names: GATE_ROPE_NAMES,
    data,
    backups:
      GATE_ROPE_BACKUPS === "off"
        ? null
        : path.resolve(/* turbopackIgnore: true */ GATE_ROPE_BACKUPS ?? path.join(data, "backups")),
    acceptLoss: GATE_ROPE_ACCEPT_LOSS === "1",
  };
}
