import { describe, expect, test } from "@jest/globals";
import { Door, type Asked } from "./door";

const door = new Door({ host: "10.0.0.4", names: ["desk.example"] });
const code = (method: string, headers: Asked["headers"], url = "/api/documents") =>
  door.refusal({ method, url, headers })?.code ?? null;
const host = "127.0.0.1:4310";

describe("the door", () => {
  test.each([
    ["127.0.0.1:4310", null],
    ["127.0.0.1", null],
    ["localhost:4310", null],
    ["LOCALHOST", null],
    ["[::1]:4310", null],
    ["10.0.0.4:4310", null],
    ["desk.example", null],
    ["desk.example.:80", null],
    ["", "unknown-host"],
    ["elsewhere.example", "unknown-host"],
    ["127.0.0.1.elsewhere.example", "unknown-host"],
    ["localhost.elsewhere.example", "unknown-host"],
    ["elsewhere.example:80@127.0.0.1", "unknown-host"],
    ["desk.example:80:80", "unknown-host"],
    ["::1", "unknown-host"],
  ])("asks by which name one comes: %s", (name, refused) => {
    expect(code("GET", { host: name })).toBe(refused);
  });

  test.each([
    ["no page asks", {}, null],
    ["its own page asks", { origin: "http://127.0.0.1:4310" }, null],
    ["its own page asks through a proxy that speaks https", { origin: "https://127.0.0.1:4310" }, null],
    ["a page of another site asks", { origin: "http://elsewhere.example" }, "other-site"],
    ["a page of another port asks", { origin: "http://127.0.0.1:3000" }, "other-site"],
    ["a page without an origin asks", { origin: "null" }, "other-site"],
    ["an origin is no address", { origin: "http://" }, "other-site"],
    ["an origin is of another kind", { origin: "file://127.0.0.1:4310" }, "other-site"],
    ["the browser says so", { "sec-fetch-site": "cross-site" }, "other-site"],
    ["the browser says so of another port", { "sec-fetch-site": "same-site" }, "other-site"],
    [
      "a form of another site is sent",
      { "sec-fetch-site": "cross-site", "sec-fetch-mode": "navigate", "sec-fetch-dest": "document" },
      "other-site",
    ],
    ["the browser says that it is its own", { "sec-fetch-site": "same-origin" }, null],
  ] as const)("decides about changes where %s", (_what, headers, refused) => {
    for (const method of ["POST", "PUT", "PATCH", "DELETE"])
      expect(code(method, { host, ...headers })).toBe(refused);
  });

  test.each([
    ["a program reads", {}, null],
    ["an address is typed", { "sec-fetch-site": "none" }, null],
    [
      "a link of another site is followed",
      { "sec-fetch-site": "cross-site", "sec-fetch-mode": "navigate", "sec-fetch-dest": "document" },
      null,
    ],
    [
      "another site frames it",
      { "sec-fetch-site": "cross-site", "sec-fetch-mode": "navigate", "sec-fetch-dest": "iframe" },
      "other-site",
    ],
    [
      "another site shows a picture of it",
      { "sec-fetch-site": "cross-site", "sec-fetch-mode": "no-cors", "sec-fetch-dest": "image" },
      "other-site",
    ],
    ["another site fetches it", { origin: "http://elsewhere.example" }, "other-site"],
  ] as const)("decides about reading where %s", (_what, headers, refused) => {
    expect(code("GET", { host, ...headers })).toBe(refused);
  });

  test("refuses what is malformed, and methods that nothing takes", () => {
    expect(code("GET", { host }, "/read/%ff")).toBe("malformed-address");
    expect(code("GET", { host }, "/read/a%00b")).toBe("malformed-address");
    expect(code("GET", { host }, "/read/caf%C3%A9?x=%ff")).toBeNull();
    expect(code("TRACE", { host })).toBe("method");
  });
});
