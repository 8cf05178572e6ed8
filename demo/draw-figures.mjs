/**
 * Draws the figures of the demo manual: SVG by hand, turned to PNG by Chromium. Run it after a change to a drawing,
 * `node demo/draw-figures.mjs`; the pictures are kept with the text.
 */
import { mkdirSync } from "node:fs";
import { fileURLToPath } from "node:url";
import { chromium } from "@playwright/test";

const INK = "#1c2a30";
const HEMP = "#a9793b";
const TIDE = "#0e5a5e";
const PLUM = "#6b3f69";
const QUIET = "#55636a";
const WASH = "#f2ecdf";

const text = (x, y, words, more = "") => `<text x="${x}" y="${y}" ${more}>${words}</text>`;
const middle = 'text-anchor="middle"';
const line = (x1, y1, x2, y2, more = "") => `<line x1="${x1}" y1="${y1}" x2="${x2}" y2="${y2}" ${more}/>`;
const box = (x, y, w, h, words, more = "") =>
  `<rect x="${x}" y="${y}" width="${w}" height="${h}" rx="6" fill="white" ${more}/>` +
  text(x + w / 2, y + h / 2 + 5, words, middle);
const arrow = (x1, y1, x2, y2) => line(x1, y1, x2, y2, 'marker-end="url(#tip)"');
const circle = (x, y, r, more = "") => `<circle cx="${x}" cy="${y}" r="${r}" fill="white" ${more}/>`;

/** One state of dome, shutter and wind cover, seen from the side. */
const dome = (x, shutter, cover, caption) =>
  `<path d="M${x} 210 v-50 a70 70 0 0 1 140 0 v50" fill="${WASH}"/>` +
  `<path d="M${x + 70} 90 a70 70 0 0 1 ${shutter}" stroke="${TIDE}" stroke-width="6" fill="none"/>` +
  line(x + 140, 210, x + 140, 210 - cover, `stroke="${HEMP}" stroke-width="7"`) +
  text(x + 70, 245, caption, middle);

const DRAWINGS = {
  "site-plan":
    `<path d="M40 300 Q200 40 400 60 T760 180 Q740 330 520 340 T40 300Z" fill="${WASH}"/>` +
    circle(250, 190, 46) +
    text(250, 195, "Main dome", middle) +
    circle(560, 210, 24) +
    text(560, 258, "Small dome", middle) +
    box(360, 150, 130, 50, "Long house") +
    box(640, 90, 100, 36, "Generator") +
    `<path d="M615 140 q60 22 130 -4" fill="none"/>` +
    line(110, 150, 110, 90, `stroke-width="3"`) +
    circle(110, 90, 5) +
    text(110, 172, "Mast", middle) +
    line(296, 190, 360, 178, `stroke="${HEMP}" stroke-width="3" stroke-dasharray="3 5"`) +
    text(330, 232, "Rope walk", middle) +
    line(490, 185, 538, 202, `stroke="${PLUM}" stroke-width="2"`) +
    `<path d="M420 200 q-10 80 60 110" fill="none" stroke="${PLUM}" stroke-width="2"/>` +
    text(412, 326, "Road to the white stone", middle) +
    `<path d="M760 320 v-40 m-8 12 l8 -12 l8 12" fill="none"/>` +
    text(754, 338, "N"),
  power:
    box(40, 60, 140, 50, "Overhead line") +
    box(40, 150, 140, 50, "Cells, 40 min") +
    box(40, 240, 140, 50, "Generator") +
    box(280, 60, 120, 230, "Boards 1 to 4") +
    arrow(180, 85, 278, 85) +
    arrow(180, 175, 278, 175) +
    arrow(180, 265, 278, 265) +
    [
      "A  Control room",
      "B  Instruments",
      "C  Main dome",
      "D  Small dome",
      "E  Kitchen",
      "F  Path lamps",
      "G  Workshop",
    ]
      .map((name, i) => {
        const y = 30 + i * 42;
        const held = "ABCDF".includes(name[0]);
        return (
          arrow(400, 175, 506, y + 16) +
          box(510, y, 200, 32, name) +
          (held ? `<rect x="506" y="${y - 4}" width="208" height="40" rx="8" fill="none"/>` : "")
        );
      })
      .join(""),
  timeline:
    `<rect x="150" y="120" width="480" height="60" fill="${QUIET}" opacity=".35"/>` +
    line(40, 180, 760, 180, `stroke-width="2"`) +
    [
      ["14", 60, "Round"],
      ["17", 150, "Dusk"],
      ["20", 250, "First watch"],
      ["23", 350, "Soup"],
      ["02", 450, "Second watch"],
      ["05", 550, "Staying awake"],
      ["06", 630, "Dawn"],
      ["07", 710, "Log"],
    ]
      .map(
        ([hour, x, words], i) =>
          line(x, 172, x, 188) +
          text(x, 208, hour, middle) +
          text(x, i % 2 ? 100 : 75, words, middle) +
          line(x, i % 2 ? 106 : 81, x, 168, `stroke="${HEMP}" stroke-dasharray="2 4"`),
      )
      .join("") +
    text(390, 156, "dome may be open", middle) +
    text(400, 250, "local time, October", middle),
  "shutter-sequence":
    dome(30, "0 0", 0, "") +
    [
      [30, "70 70", 55, "1  Closed"],
      [220, "45 17", 55, "2  First mark"],
      [410, "1 0", 55, "3  Shutter open"],
      [600, "1 0", 18, "4  Cover lowered"],
    ]
      .map((state) => dome(...state))
      .join("") +
    text(400, 292, "green: upper shutter, brown: wind cover", middle),
  "light-path":
    `<path d="M140 90 h480 v180 h-480" fill="${WASH}"/>` +
    `<path d="M620 90 q-26 90 0 180" fill="none" stroke="${TIDE}" stroke-width="6"/>` +
    text(660, 185, "Primary") +
    line(200, 160, 200, 200, `stroke="${TIDE}" stroke-width="6"`) +
    text(200, 150, "Secondary", middle) +
    line(500, 165, 530, 195, `stroke="${PLUM}" stroke-width="5"`) +
    text(545, 160, "Tertiary") +
    `<g stroke="${HEMP}">` +
    arrow(60, 110, 606, 110) +
    arrow(60, 250, 606, 250) +
    arrow(606, 110, 206, 172) +
    arrow(606, 250, 206, 188) +
    arrow(206, 180, 508, 180) +
    arrow(515, 180, 515, 318) +
    "</g>" +
    text(530, 315, "Side port"),
  spectrograph:
    `<rect x="80" y="50" width="640" height="250" rx="8" fill="${WASH}"/>` +
    circle(130, 90, 6, `stroke="${PLUM}"`) +
    text(130, 75, "Slit", middle) +
    `<path d="M660 70 q20 40 0 80" fill="none" stroke="${TIDE}" stroke-width="6"/>` +
    text(640, 58, "Collimator", middle) +
    `<rect x="290" y="220" width="100" height="16" fill="${PLUM}" transform="rotate(-14 340 228)"/>` +
    text(340, 280, "Grating on its turntable", middle) +
    box(560, 210, 110, 50, "Camera") +
    `<g stroke="${HEMP}">` +
    arrow(138, 92, 656, 108) +
    arrow(656, 112, 350, 216) +
    "</g>" +
    `<g>` +
    `<path d="M352 214 L556 222" stroke="#b8341f" fill="none"/><path d="M352 216 L556 234" stroke="#2e7d4f" fill="none"/><path d="M352 218 L556 246" stroke="#2c4f9e" fill="none"/></g>`,
  "flat-screen":
    `<path d="M60 310 v-110 a340 185 0 0 1 680 0 v110" fill="${WASH}"/>` +
    `<rect x="640" y="130" width="14" height="130" fill="white"/>` +
    text(647, 284, "Screen", middle) +
    [140, 180, 215, 250]
      .map((y) => circle(610, y, 7, `stroke="${HEMP}"`) + line(617, y, 638, y, `stroke="${HEMP}"`))
      .join("") +
    text(585, 120, "Lamps", middle) +
    `<rect x="200" y="165" width="170" height="64" rx="4" fill="white" transform="rotate(-2 285 197)"/>` +
    text(285, 203, "Lantern", middle) +
    `<path d="M270 230 l-20 70 h70 l-20 -70z" fill="white"/>` +
    text(285, 280, "Pier", middle) +
    line(372, 190, 636, 160, `stroke-dasharray="4 4"`) +
    line(372, 215, 636, 238, `stroke-dasharray="4 4"`),
  "weather-chart":
    box(300, 20, 200, 44, "Read the mast") +
    box(60, 120, 180, 44, "Wind and gusts") +
    box(310, 120, 180, 44, "Humidity, dew") +
    box(560, 120, 180, 44, "Rain, lightning") +
    arrow(360, 64, 160, 118) +
    arrow(400, 64, 400, 118) +
    arrow(440, 64, 640, 118) +
    box(300, 210, 200, 44, "The strictest decides", `stroke="${TIDE}" stroke-width="3"`) +
    arrow(150, 164, 320, 208) +
    arrow(400, 164, 400, 208) +
    arrow(650, 164, 480, 208) +
    ["Go on", "Caution", "Hold", "Close"]
      .map(
        (word, i) =>
          box(
            60 + i * 180,
            290,
            140,
            38,
            word,
            `stroke="${[TIDE, HEMP, PLUM, "#b8341f"][i]}" stroke-width="2.5"`,
          ) + arrow(400, 254, 130 + i * 180, 288),
      )
      .join(""),
  "call-tree":
    box(310, 24, 180, 46, "Who finds it", `stroke="#b8341f" stroke-width="3"`) +
    box(310, 120, 180, 46, "Warden", `stroke="${TIDE}" stroke-width="3"`) +
    arrow(400, 70, 400, 118) +
    [
      ["Ambulance, fire", 40],
      ["Mountain team", 230],
      ["Engineer", 420],
      ["Secretary", 610],
    ]
      .map(([name, x]) => box(x, 230, 150, 46, name) + arrow(400, 166, x + 75, 228))
      .join("") +
    `<path d="M310 47 Q90 70 112 226" fill="none" stroke="${HEMP}" stroke-dasharray="5 4" marker-end="url(#tip)"/>` +
    text(64, 120, "for people"),
  "log-page":
    `<rect x="120" y="24" width="560" height="300" fill="white"/>` +
    [190, 330, 430, 540].map((x) => line(x, 24, x, 324)).join("") +
    [
      ["Time", 155],
      ["Target", 260],
      ["Frames", 380],
      ["Weather", 485],
      ["Remarks", 610],
    ]
      .map(([word, x]) => text(x, 48, word, `${middle} font-weight="600"`))
      .join("") +
    line(120, 58, 680, 58, `stroke-width="2"`) +
    [
      ["17:52", "O", "", "4 6 71 5.1", ""],
      ["18:10", "Bridge 1", "1–6", "", "S13"],
      ["18:31", "F", "412", "", "tube +3.5"],
      ["19:00", "W", "", "5 8 74 4.4", ""],
      ["19:04", "Hedge field", "7–12", "", "?"],
      ["20:00", "W", "", "6 9 78 3.6", ""],
      ["20:22", "H", "", "12 17 80 3.1", ""],
      ["20:58", "Gate 5", "13–18", "", "S9"],
    ]
      .map(
        (row, i) =>
          [155, 260, 380, 485, 610]
            .map((x, c) => text(x, 84 + i * 30, row[c], `${middle} font-style="italic"`))
            .join("") + line(120, 94 + i * 30, 680, 94 + i * 30, `stroke="#ddd5c6"`),
      )
      .join(""),
  "dome-section":
    `<path d="M140 250 v-40 a260 180 0 0 1 520 0 v40" fill="${WASH}"/>` +
    `<path d="M400 30 a260 180 0 0 1 130 24" stroke="${TIDE}" stroke-width="7" fill="none"/>` +
    text(500, 30, "Upper shutter") +
    line(655, 240, 655, 190, `stroke="${HEMP}" stroke-width="7"`) +
    text(720, 200, "Wind cover", middle) +
    circle(150, 262, 11) +
    circle(650, 262, 11) +
    line(110, 276, 690, 276, `stroke-width="3"`) +
    text(90, 268, "Rail", middle) +
    `<path d="M360 276 l20 -80 h40 l20 80" fill="white"/>` +
    text(400, 316, "Pier, free of the floor", middle) +
    `<rect x="350" y="120" width="200" height="54" rx="4" fill="white" transform="rotate(-28 450 147)"/>` +
    text(330, 120, "Lantern", middle) +
    line(220, 240, 350, 240, `stroke-width="4"`) +
    line(450, 240, 580, 240, `stroke-width="4"`) +
    text(270, 232, "Floor", middle),
  "mount-axes":
    `<path d="M240 310 l60 -170 h60 v170z M560 310 v-170 h-60 l0 170z" fill="${WASH}"/>` +
    `<rect x="330" y="60" width="200" height="70" rx="6" fill="white" transform="rotate(-24 430 95)"/>` +
    text(430, 40, "Tube", middle) +
    circle(330, 150, 16, `stroke="${TIDE}" stroke-width="3"`) +
    text(210, 150, "Declination axis", middle) +
    line(430, 190, 430, 300, `stroke="${PLUM}" stroke-width="3" stroke-dasharray="8 4"`) +
    text(430, 326, "Polar axis", middle) +
    [0, 1].map((i) => box(600, 120 + i * 60, 120, 42, i ? "Lower pair 17" : "Upper pair 9")).join("") +
    line(330, 166, 330, 200, `stroke="#b8341f" stroke-width="4"`) +
    text(270, 205, "Pin", `${middle} fill="#b8341f"`),
};

const page = (drawing) => `<!doctype html><style>body{margin:0}</style>
<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 800 350" width="800" height="350" stroke="${INK}" stroke-width="1.6" font-family="sans-serif" font-size="15">
<defs><marker id="tip" viewBox="0 0 10 10" refX="9" refY="5" markerWidth="8" markerHeight="8" orient="auto"><path d="M0 0L10 5L0 10z" fill="${INK}" stroke="none"/></marker></defs>
<rect width="800" height="350" fill="#fdfbf6" stroke="none"/><style>text{stroke:none;fill:${INK}}</style>${drawing}</svg>`;

const folder = fileURLToPath(new URL("./night-operations-manual/figures/", import.meta.url));
mkdirSync(folder, { recursive: true });
const browser = await chromium.launch({ executablePath: "/usr/bin/chromium", args: ["--no-sandbox"] });
const tab = await browser.newPage({ viewport: { width: 800, height: 350 }, deviceScaleFactor: 1.5 });
for (const [name, drawing] of Object.entries(DRAWINGS)) {
  await tab.setContent(page(drawing));
  await tab.screenshot({ path: `${folder}${name}.png` });
}
await browser.close();
