import { describe, expect, test } from "@jest/globals";
import { settingsOf } from "@/core/document";
import { readFile, writeFile } from "@/core/formats";

const TEXTS: Readonly<Record<string, string>> = {
  de: "Das Seil liegt am Rand des Beckens. Wer es aufnimmt, prüft zuerst, ob die Enden trocken sind, und legt es dann in weiten Schlägen auf das Deck. Danach wird der Haken in die Öse gehängt und mit der Hand gespannt.",
  fr: "La corde se trouve au bord du bassin. Celui qui la prend vérifie d'abord que les bouts sont secs, puis il la pose en grandes boucles sur le pont. Ensuite le crochet est passé dans l'anneau et tendu à la main.",
  es: "La cuerda está en el borde de la dársena. Quien la recoge comprueba primero que los extremos estén secos y luego la coloca en vueltas amplias sobre la cubierta. Después se engancha el gancho en la argolla.",
  ru: "Канат лежит на краю бассейна. Тот, кто его берёт, сначала проверяет, сухие ли концы, а затем укладывает его широкими кольцами на палубу. После этого крюк вставляют в кольцо и натягивают рукой.",
  ar: "الحبل موجود على حافة الحوض. من يأخذه يتحقق أولا من أن الأطراف جافة ثم يضعه في لفات واسعة على سطح السفينة. بعد ذلك يتم تعليق الخطاف في الحلقة وشده باليد حتى يصبح مشدودا جيدا.",
  en: "The rope lies at the edge of the basin. Whoever takes it up looks first whether its ends are dry, and then lays it in wide turns on the deck. After that the hook is put through the ring and tightened by hand.",
};

function languageOf(name: string, text: string, language?: string) {
  const result = readFile(name, new TextEncoder().encode(text), language ? { language } : {});
  if (!result.ok) throw new Error(result.error.reason);
  return { language: settingsOf(result.manuscript.doc).language, recognised: result.recognised };
}

describe("the language of a file that does not say it", () => {
  test.each(Object.keys(TEXTS))("is recognised from its words: %s", (tag) => {
    for (const [name, text] of [
      ["a.md", `# 1\n\n${TEXTS[tag]}`],
      ["a.html", `<h1>1</h1><p>${TEXTS[tag]}</p>`],
      ["a.txt", TEXTS[tag]!],
    ] as const)
      expect(languageOf(name, text)).toEqual({ language: tag, recognised: true });
  });

  test("is not asked for where the file says it, and what somebody says counts most", () => {
    const page = `<html lang="it"><p>${TEXTS.de}</p></html>`;
    expect(languageOf("a.html", page)).toEqual({ language: "it", recognised: false });
    expect(languageOf("a.html", page, "nl")).toEqual({ language: "nl", recognised: false });
    expect(languageOf("a.txt", TEXTS.de!, "nl")).toEqual({ language: "nl", recognised: false });
  });

  test("too few words, and code, tell none", () => {
    expect(languageOf("a.md", "# Das Seil\n\nEs liegt am Rand.")).toEqual({
      language: "en",
      recognised: false,
    });
    expect(languageOf("a.md", `# 1\n\n\`\`\`\n${TEXTS.de}\n\`\`\``)).toEqual({
      language: "en",
      recognised: false,
    });
  });

  test("words in the language that was recognised are in none of their own, others stay in theirs", () => {
    const page = `<p>${TEXTS.de} <i lang="de">Ende</i> <i lang="en">end</i></p>`;
    const result = readFile("a.html", new TextEncoder().encode(page));
    const spoken: string[] = [];
    if (result.ok)
      result.manuscript.doc.descendants((node) => {
        for (const mark of node.marks)
          if (mark.type.name === "language") spoken.push(mark.attrs.language as string);
      });
    expect(spoken).toEqual(["en"]);
  });

  test("what is written as Markdown is read in the same language, whatever its words are in", () => {
    const german = readFile("a.html", new TextEncoder().encode(`<html lang="en"><p>${TEXTS.de}</p></html>`));
    if (!german.ok) throw new Error(german.error.reason);
    const { text } = writeFile(german.manuscript, "markdown");
    expect(text).toContain("lang: en");
    expect(languageOf("a.md", text)).toEqual({ language: "en", recognised: false });
  });
});
