import { afterAll, beforeAll, describe, expect, test } from "@jest/globals";
import { spawnSync } from "node:child_process";
import { mkdtempSync, rmSync, statfsSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { OwnServer } from "#tests/own-server";

const folder = mkdtempSync(path.join(tmpdir(), "gate-rope-full-"));
/** A disk of 16 MB of its own; only the machine's owner may make one. */
const mounted = spawnSync("mount", ["-t", "tmpfs", "-o", "size=16m", "none", folder]).status === 0;
const server = new OwnServer(path.join(folder, "data"));

const post = async (address: string, body: BodyInit) => {
  const answer = await fetch(server.address + address, { method: "POST", body });
  return {
    status: answer.status,
    body: (await answer.json()) as { id?: string; error?: { code: string; message: string } },
  };
};

/** Fills what is left of the disk. */
function fill(): void {
  for (let i = 0; ; i++) {
    const { bavail, bsize } = statfsSync(folder);
    if (bavail * bsize < 8_192) return;
    try {
      writeFileSync(path.join(folder, `full-${i}`), Buffer.alloc(Math.max(4_096, bavail * bsize - 4_096)));
    } catch {
      // As much as there was room for.
    }
  }
}

beforeAll(async () => {
  if (mounted) await server.start();
}, 60_000);
afterAll(async () => {
  await server.kill();
  if (mounted) spawnSync("umount", [folder]);
  rmSync(folder, { recursive: true, force: true });
});

describe("a disk that is full", () => {
  (mounted ? test : test.skip)(
    "is told as that wherever something has to be stored, and what was stored stays",
    async () => {
      const { body } = await post("/api/documents", JSON.stringify({ title: "Stored" }));
      const id = body.id!;
      const step = (number: number, value: string) =>
        post(
          `/api/documents/${id}/steps`,
          JSON.stringify({
            version: 0,
            client: "one",
            steps: [{ number, step: { stepType: "docAttr", attr: "title", value } }],
          }),
        );
      expect((await step(1, "Before")).status).toBe(200);
      fill();
      const full = {
        status: 507,
        body: { error: { code: "disk-full", message: "The server's disk is full, so this was not saved." } },
      };
      const noise = Array.from({ length: 200_000 }, () =>
        String.fromCharCode(97 + Math.floor(Math.random() * 26)),
      ).join("");
      expect(await step(2, noise.slice(0, 19_000).repeat(8))).toEqual(full);
      const paragraph = {
        type: "paragraph",
        attrs: { id: "block00001" },
        content: [{ type: "text", text: noise }],
      };
      const doc = { type: "doc", attrs: { title: "New" }, content: [paragraph] };
      expect(await post("/api/documents", JSON.stringify({ document: doc }))).toEqual(full);
      const svg = `<svg xmlns="http://www.w3.org/2000/svg"><!--${noise}--></svg>`;
      expect(await post("/api/pictures", svg)).toEqual(full);
      expect(await post(`/api/documents/${id}/files?name=a.txt`, noise)).toEqual(full);

      const begun = await post(`/api/documents/${id}/pdf`, "{}");
      if (begun.status === 507) expect(begun).toEqual(full);
      else {
        const { job } = begun.body as unknown as { job: string };
        let state: { kind: string; reason?: string } = { kind: "making" };
        for (let i = 0; i < 200 && state.kind === "making"; i++) {
          await new Promise((done) => setTimeout(done, 50));
          const asked = await fetch(`${server.address}/api/documents/${id}/made/${job}`);
          ({ state } = (await asked.json()) as { state: typeof state });
        }
        expect(state).toMatchObject({ kind: "failed", reason: expect.stringContaining("disk is full") });
      }
      const read = (await (await fetch(`${server.address}/api/documents/${id}`)).json()) as {
        document: { attrs: { title: string } };
      };
      expect(read.document.attrs.title).toBe("Before");
    },
    60_000,
  );
});
