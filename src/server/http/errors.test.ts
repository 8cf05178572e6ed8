import { describe, expect, test } from "@jest/globals";
import { explained, isServerError, ServerError } from "./errors";

const failing = (code: string) => Object.assign(new Error("x"), { code });

describe("a fault of the disk or the database", () => {
  test.each([
    ["SQLITE_FULL", 507, "disk-full"],
    ["ENOSPC", 507, "disk-full"],
    ["SQLITE_READONLY", 503, "not-writable"],
    ["EACCES", 503, "not-writable"],
    ["EROFS", 503, "not-writable"],
    ["SQLITE_CORRUPT", 503, "database"],
    ["SQLITE_BUSY", 503, "database-busy"],
  ])("%s is told to the author with %i", (code, status, name) => {
    const error = explained(failing(code));
    expect(isServerError(error)).toBe(true);
    expect(error).toMatchObject({ status, code: name, message: expect.stringMatching(/\.$/) });
  });

  test("any other error stays what it is", () => {
    const other = new TypeError("a fault in the program");
    expect(explained(other)).toBe(other);
    expect(explained(failing("ENOENT"))).not.toBeInstanceOf(ServerError);
  });

  test("is known by its name, whichever copy of the class made it", () => {
    const copy = Object.assign(new Error("x"), {
      name: "ServerError",
      status: 404,
      code: "no-document",
      details: {},
    });
    expect(isServerError(copy)).toBe(true);
    expect(isServerError(new Error("x"))).toBe(false);
    expect(isServerError("ServerError")).toBe(false);
  });
});
