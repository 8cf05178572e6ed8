import { describe, expect, test } from "@jest/globals";
import path from "node:path";
import { readSettings, SettingsError } from "..";

describe("settings", () => {
  test("have defaults that serve", () => {
    expect(readSettings({})).toEqual({
      port: 4310,
      host: "127.0.0.1",
      names: [],
      data: path.resolve("data"),
      backups: path.resolve("data/backups"),
      acceptLoss: false,
    });
    expect(readSettings({ PORT: "", HOST: "", GATE_ROPE_DATA: "" })).toEqual(readSettings({}));
  });

  test("list further names by commas or spaces", () => {
    expect(readSettings({ GATE_ROPE_NAMES: "desk.example, 10.0.0.4" }).names).toEqual([
      "desk.example",
      "10.0.0.4",
    ]);
  });

  test.each([
    [{ PORT: "many" }, "PORT has to be a number."],
    [{ PORT: "0" }, "PORT has to be 1 to 65535."],
    [{ PORT: "70000" }, "PORT has to be 1 to 65535."],
    [{ PORT: "80.5" }, "PORT has to be a whole number."],
    [{ GATE_ROPE_NAMES: "http://here" }, "GATE_ROPE_NAMES has to list host names, without ports"],
    [{ HOST: "not a host" }, "HOST has to be a host name or an address."],
  ])("that are wrong are told in one line: %j", (environment, line) => {
    expect(() => readSettings(environment)).toThrow(SettingsError);
    expect(() => readSettings(environment)).toThrow(line);
  });
});
