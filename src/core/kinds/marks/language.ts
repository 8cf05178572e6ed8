import { z } from "zod";
import { directionOf, languageFrom, languageSchema } from "@/core/model/language";
import { markKind } from "../declare";

/** Words in another language than the document's: they are divided, checked and read aloud by its rules. */
export const language = markKind({
  attributes: z.strictObject({ language: languageSchema }),
  parseDOM: [
    {
      tag: "span[data-language]",
      getAttrs: (element) => {
        const language = languageFrom(element.getAttribute("data-language"));
        return language === null ? false : { language };
      },
    },
  ],
  toDOM: ({ language }) => [
    "span",
    { lang: language, dir: directionOf(language), "data-language": language },
    0,
  ],
});
