import { describe, expect, test } from "@jest/globals";
import { docxFile, field, p, r } from "#tests/docx-file";
import { odtFile } from "#tests/odt-file";
import { readFile } from "..";

/** What every object answers to as well. */
const NAMES = ["constructor", "toString", "__proto__", "hasOwnProperty", "valueOf"];

describe.each(NAMES)("a file that says “%s” where a name is looked up", (name) => {
  test(".docx is read as if it said nothing", () => {
    const bytes = docxFile({
      styles: `<w:style w:type="character" w:styleId="C"><w:name w:val="${name}"/></w:style><w:style w:type="paragraph" w:styleId="P"><w:name w:val="${name}"/></w:style>`,
      numbering: `<w:abstractNum w:abstractNumId="0"><w:lvl w:ilvl="0"><w:numFmt w:val="${name}"/><w:lvlText w:val="%1"/></w:lvl></w:abstractNum><w:num w:numId="1"><w:abstractNumId w:val="0"/></w:num>`,
      footer: p(field(name, "said")),
      body:
        p(
          `${r("words", '<w:rStyle w:val="C"/>')}${field(name, "made")}`,
          `<w:pStyle w:val="P"/><w:jc w:val="${name}"/>`,
        ) +
        p(r("item"), `<w:numPr><w:ilvl w:val="0"/><w:numId w:val="1"/></w:numPr>`) +
        p(
          `${r("x")}<m:oMath><${name}><m:r><m:t>a</m:t></m:r></${name}><m:acc><m:accPr><m:chr m:val="${name}"/></m:accPr><m:e><m:r><m:t>b</m:t></m:r></m:e></m:acc><m:nary><m:naryPr><m:chr m:val="${name}"/></m:naryPr><m:e/></m:nary></m:oMath>`,
        ) +
        `<w:sectPr><w:footerReference w:type="default" r:id="footer"/><w:pgNumType w:fmt="${name}"/></w:sectPr>`,
    });
    const result = readFile("a.docx", bytes);
    if (!result.ok) throw new Error(result.error.reason);
    result.manuscript.doc.check();
    expect(result.manuscript.doc.textContent).toContain("wordsmade");
    expect(JSON.stringify(result.manuscript.doc.toJSON())).not.toMatch(/native code|object Object/);
  });

  test(".odt is read as if it said nothing", () => {
    const bytes = odtFile({
      automatic: `<style:style style:name="P" style:family="paragraph"><style:paragraph-properties fo:text-align="${name}" fo:margin-left="1${name}"/></style:style><text:list-style style:name="L"><text:list-level-style-number text:level="1" style:num-format="${name}"/></text:list-style>`,
      styles: `<style:style style:name="${name}" style:family="text"/>`,
      text: `<text:p text:style-name="P">words <text:span text:style-name="${name}">more</text:span></text:p><text:list text:style-name="L"><text:list-item><text:p>i</text:p></text:list-item></text:list><text:${name}/><text:p><draw:frame><draw:object><math:math><math:${name}><math:mi mathvariant="${name}">a</math:mi></math:${name}><math:mover><math:mi>a</math:mi><math:mo>${name}</math:mo></math:mover></math:math></draw:object></draw:frame></text:p>`,
    });
    const result = readFile("a.odt", bytes);
    if (!result.ok) throw new Error(result.error.reason);
    result.manuscript.doc.check();
    expect(result.manuscript.doc.textContent).toContain("words more");
    expect(JSON.stringify(result.manuscript.doc.toJSON())).not.toMatch(/native code|object Object/);
  });

  test("a list of a web page counts as it does at first", () => {
    const result = readFile("a.html", new TextEncoder().encode(`<ol type="${name}"><li>a</li></ol>`));
    expect(result.ok && result.manuscript.doc.child(0).attrs.numerals).toBe("decimal");
  });
});
