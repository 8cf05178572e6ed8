import { expect, test } from "@jest/globals";
import { isHarmlessDrawing } from "./harmless-drawing";

const SVG = 'xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink"';
const drawing = (content: string, before = "") =>
  new TextEncoder().encode(`${before}<svg ${SVG}>${content}</svg>`);

test.each([
  ["shapes", '<rect width="1" height="1" style="fill:url(#a)"/>'],
  ["a part shown again", '<defs><path id="a" d="M0 0"/></defs><use xlink:href="#a"/>'],
  ["a picture inside", '<image href="data:image/png;base64,AA=="/>'],
  ["a link of a reader", '<a xlink:href="https://a.example/"><text>Go</text></a>'],
  ["a movement", '<animate attributeName="width" to="9"/>'],
  ["what a drawing program keeps", '<x:script xmlns:x="urn:drawing" x:path="C:\\a.svg"/>'],
])("a drawing with %s runs and fetches nothing", (_, content) => {
  expect(isHarmlessDrawing(drawing(content))).toBe(true);
});

test.each([
  ["a script", "<script>go()</script>"],
  ["a script under another prefix", '<s:script xmlns:s="http://www.w3.org/2000/svg">go()</s:script>'],
  ["a handler", '<rect onclick="go()"/>'],
  ["a page inside", '<foreignObject><p xmlns="http://www.w3.org/1999/xhtml">a</p></foreignObject>'],
  ["HTML inside", '<p xmlns="http://www.w3.org/1999/xhtml">a</p>'],
  ["a picture from outside", '<image href="https://a.example/a.png"/>'],
  ["a part of another file", '<use xlink:href="other.svg#a"/>'],
  ["another base", '<use xml:base="https://a.example/" href="#a"/>'],
  ["a style from outside", "<style>@import 'https://a.example/a.css';</style>"],
  ["a style with escapes", "<style>@\\69mport 'https://a.example/a.css';</style>"],
  ["paint from outside", '<rect fill="url(https://a.example/a.svg#b)"/>'],
  ["an address that is set later", '<use><set attributeName="href" to="https://a.example/a.svg#b"/></use>'],
  ["what is not well-formed", "<rect>"],
])("a drawing with %s is no harmless one", (_, content) => {
  expect(isHarmlessDrawing(drawing(content))).toBe(false);
});

test.each([
  ["a sheet of styles beside it", '<?xml-stylesheet href="https://a.example/a.css"?>'],
  ["entities of its own", '<!DOCTYPE svg [<!ENTITY a "b">]>'],
])("a drawing with %s is no harmless one either", (_, before) => {
  expect(isHarmlessDrawing(drawing("", before))).toBe(false);
  const wide = new Uint8Array(Buffer.from(`\ufeff${before}<svg ${SVG}/>`, "utf16le"));
  expect(isHarmlessDrawing(wide)).toBe(false);
});
