import { describe, expect, test } from "@jest/globals";
import { comingFiles, type ChosenFile } from "./coming-files";
import { each } from "./each";
import { pack, unpack } from "./packed";

const chosen = (path: string, text = ""): ChosenFile => ({
  path,
  file: new File([text], path.split("/").at(-1)!),
});
const archive = async (path: string, ...files: ChosenFile[]): Promise<ChosenFile> => ({
  path,
  file: new File([await pack(files)], path),
});
/** What comes in, each with the pictures beside it. */
const coming = async (...files: ChosenFile[]) =>
  (await comingFiles(files)).map(({ path, beside }) => [path, ...beside!.map((one) => one.path)].join(" + "));

describe("files that are chosen", () => {
  test("are documents, each with the pictures it names", async () => {
    const files = [
      chosen("log.md", "![The dome](pictures/dome.png) and <img src=my%20lamp.jpg>"),
      chosen("dome.png"),
      chosen("my lamp.jpg"),
      chosen("other.png"),
    ];
    expect(await coming(...files)).toEqual(["log.md + dome.png + my lamp.jpg"]);
  });

  test("that are no documents come along, so that it is said why; in a folder nobody meant them", async () => {
    expect(await coming(chosen("table.xyz"))).toEqual(["table.xyz"]);
    expect(await coming(chosen("night/table.xyz"), chosen("night/log.md"))).toEqual(["night/log.md"]);
    expect(await coming(chosen("dome.png"))).toEqual(["dome.png"]);
  });

  test("that lie about in folders are left out", async () => {
    const files = ["a/.hidden.md", ".git/x.md", "__MACOSX/a/log.md", "a/Thumbs.db", "a/log.md"].map((path) =>
      chosen(path),
    );
    expect(await coming(...files)).toEqual(["a/log.md"]);
  });

  test("of plain text bring no pictures: it can show none", async () => {
    expect(await coming(chosen("log.txt", "dome.png"), chosen("dome.png"))).toEqual(["log.txt"]);
  });
});

describe("a .zip file", () => {
  test("brings what it holds, with pictures of the same archive and beside it", async () => {
    const zip = await archive(
      "night.zip",
      chosen("night/log.md", "![](dome.png) ![](lamp.png)"),
      chosen("night/dome.png", "1"),
      chosen("night/read.me"),
    );
    expect(await coming(zip, chosen("lamp.png"))).toEqual(["night/log.md + night/dome.png + lamp.png"]);
  });

  test("is unpacked as it was packed, folders left out", async () => {
    const files = [chosen("a/one.md", "Gruß"), chosen("two.txt", "2")];
    const { file } = await archive("some.zip", ...files);
    const inside = await unpack(file);
    expect(
      await Promise.all(inside.map(async (one) => [one.path, one.file.name, await one.file.text()])),
    ).toEqual([
      ["a/one.md", "one.md", "Gruß"],
      ["two.txt", "two.txt", "2"],
    ]);
  });

  test("that is damaged comes as it is, and unpacking it says so", async () => {
    const broken = chosen("night.zip", "PK\u0003\u0004 no archive");
    await expect(unpack(broken.file)).rejects.toThrow("The .zip file is damaged.");
    expect(await coming(broken)).toEqual(["night.zip"]);
  });
});

test("what is done with each of several is done with few at a time, and one that fails stops no other", async () => {
  let [now, most] = [0, 0];
  const went = await each(
    Array.from({ length: 20 }, (_, i) => i),
    async (i) => {
      most = Math.max(most, ++now);
      await new Promise((done) => setTimeout(done, 5));
      now--;
      if (i % 7 === 3) throw new Error("no");
    },
  );
  expect(went).toEqual(Array.from({ length: 20 }, (_, i) => i).filter((i) => i % 7 !== 3));
  expect(most).toBe(4);
});
