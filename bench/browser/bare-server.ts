import { build } from "esbuild";
import { readFile } from "node:fs/promises";
import { createServer, type Server } from "node:http";
import type { AddressInfo } from "node:net";
import path from "node:path";

const PAGE = `<!doctype html><html lang="en"><meta charset="utf-8"><title>bare</title>
<link rel="stylesheet" href="style.css">
<body style="margin:0"><div data-scroller style="height:100vh;overflow-y:auto"><div id="editor"></div></div>
<script type="module" src="bare.js"></script>`;

/** Serves the bare engine with documents of given numbers of pages. */
export async function serveBare(
  root: string,
  documents: ReadonlyMap<number, string>,
): Promise<{ address: string; server: Server }> {
  const built = await build({
    absWorkingDir: root,
    entryPoints: ["bench/browser/bare.ts"],
    bundle: true,
    minify: true,
    format: "esm",
    target: "es2022",
    define: { "process.env.NODE_ENV": '"production"' },
    write: false,
  });
  const style = `:root{--hemp:#a9793b;--quiet:#55636a;--line:#ddd5c6;--tide:#0e5a5e;--font-sans:sans-serif}
${await textStyles(root)}`;
  const server = createServer((request, response) => {
    const { pathname, searchParams } = new URL(request.url ?? "/", "http://x");
    const [type, body] =
      pathname === "/bare.js"
        ? ["text/javascript", built.outputFiles[0]!.text]
        : pathname === "/style.css"
          ? ["text/css", style]
          : pathname === "/document.json"
            ? ["application/json", documents.get(Number(searchParams.get("pages"))) ?? ""]
            : ["text/html", PAGE];
    response.writeHead(200, { "Content-Type": type }).end(body);
  });
  await new Promise<void>((ready) => server.listen(0, "127.0.0.1", ready));
  return { address: `http://127.0.0.1:${(server.address() as AddressInfo).port}`, server };
}

/** The styles of a text, as they are fetched with it. */
async function textStyles(root: string): Promise<string> {
  const folder = path.join(root, "src/app/text-styles");
  const list = await readFile(path.join(folder, "index.css"), "utf8");
  const names = [...list.matchAll(/@import "\.\/([^"]+)"/g)].map(([, name]) => name!);
  const parts = await Promise.all(names.map((name) => readFile(path.join(folder, name), "utf8")));
  return parts.join("\n");
}
