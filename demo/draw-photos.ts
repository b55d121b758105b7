/**
 * Draws the demo's photos: `npx tsx demo/draw-photos.ts`. They are drawings with light and dirt, of engines that do
 * not exist; each has a steel rule in it, since a photo without a scale says little.
 */
import { writeFileSync } from "node:fs";
import { cleanPhoto } from "../src/store/photos/clean-photo";

const [width, height] = [1280, 960];

/** Bench, lamp and dirt, the same in all of them. */
const scene = (
  inner: string,
  bench = "#4a4239",
) => `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="0 0 ${width} ${height}">
<defs>
<filter id="grain" x="0" y="0" width="100%" height="100%"><feTurbulence type="fractalNoise" baseFrequency="0.9" numOctaves="2" seed="4"/><feColorMatrix values="0 0 0 0 0.5  0 0 0 0 0.5  0 0 0 0 0.5  0 0 0 0.22 0"/></filter>
<filter id="dirt" x="0" y="0" width="100%" height="100%"><feTurbulence type="fractalNoise" baseFrequency="0.012 0.02" numOctaves="4" seed="9"/><feColorMatrix values="0 0 0 0 0.06  0 0 0 0 0.05  0 0 0 0 0.04  0 0 0 1.5 -0.55"/></filter>
<filter id="soft"><feGaussianBlur stdDeviation="9"/></filter><filter id="softer"><feGaussianBlur stdDeviation="22"/></filter>
<radialGradient id="lamp" cx="0.36" cy="0.26" r="0.95"><stop offset="0" stop-color="#fff3dc" stop-opacity="0.5"/><stop offset="0.55" stop-color="#fff3dc" stop-opacity="0.08"/><stop offset="1" stop-color="#000" stop-opacity="0.5"/></radialGradient>
<linearGradient id="steel" x1="0" y1="0" x2="0" y2="1"><stop offset="0" stop-color="#e6e4de"/><stop offset="0.35" stop-color="#a8a59d"/><stop offset="0.7" stop-color="#6c6962"/><stop offset="1" stop-color="#3a3833"/></linearGradient>
<linearGradient id="dark" x1="0" y1="0" x2="0" y2="1"><stop offset="0" stop-color="#8d8577"/><stop offset="0.5" stop-color="#5c554b"/><stop offset="1" stop-color="#2a2622"/></linearGradient>
</defs>
<rect width="${width}" height="${height}" fill="${bench}"/>
<g stroke="#000" stroke-opacity="0.16">${Array.from({ length: 24 }, (_, at) => `<path d="M0 ${at * 42 + 9}H${width}" stroke-width="${1 + (at % 3)}"/>`).join("")}</g>
${inner}
<rect width="${width}" height="${height}" filter="url(#dirt)" opacity="0.6"/><rect width="${width}" height="${height}" filter="url(#grain)"/><rect width="${width}" height="${height}" fill="url(#lamp)"/></svg>`;

/** A steel rule, some pixels to the millimetre. */
function rule(x: number, y: number, perMm: number, lengthMm: number, turn = 0): string {
  const marks = Array.from(
    { length: lengthMm + 1 },
    (_, at) =>
      `<path d="M${at * perMm} 0V${at % 10 === 0 ? 34 : at % 5 === 0 ? 24 : 15}" stroke="#17140f" stroke-width="${at % 10 === 0 ? 2.6 : 1.4}"/>${at % 10 === 0 ? `<text x="${at * perMm + 4}" y="54" font-size="20" font-family="sans-serif" fill="#17140f">${at}</text>` : ""}`,
  ).join("");
  return `<g transform="translate(${x} ${y}) rotate(${turn})"><rect x="-16" y="5" width="${lengthMm * perMm + 46}" height="74" rx="4" fill="#000" opacity="0.45" filter="url(#soft)"/><rect x="-16" y="0" width="${lengthMm * perMm + 40}" height="68" rx="3" fill="url(#steel)"/><rect x="-16" y="0" width="${lengthMm * perMm + 40}" height="68" rx="3" fill="#d9d6cc" opacity="0.55"/>${marks}</g>`;
}
const shadow = (shape: string) =>
  `<g transform="translate(10 16)" opacity="0.5" filter="url(#soft)" fill="#000">${shape}</g>`;
/** A scatter that is the same every time. */
const spots = (count: number, draw: (x: number, y: number, at: number) => string) =>
  Array.from({ length: count }, (_, at) => draw(((at * 7919) % 997) / 997, ((at * 104729) % 991) / 991, at)).join("");

const shell = (() => {
  const half = "M300 600A340 340 0 0 1 980 600L930 600A290 290 0 0 0 350 600Z";
  const face = "M350 600A290 290 0 0 1 930 600L930 640A290 250 0 0 0 350 640Z";
  return scene(`${shadow(`<path d="${half}"/>`)}<path d="${half}" fill="url(#steel)"/><path d="${face}" fill="#8a7a5e"/><path d="M392 560A262 262 0 0 1 888 560L870 618A262 230 0 0 0 410 618Z" fill="#b46a3c"/><path d="M470 470A240 240 0 0 1 820 476L800 560A220 200 0 0 0 486 556Z" fill="#5f6a78" opacity="0.75" filter="url(#soft)"/>
${spots(60, (x, y, at) => `<path d="M${420 + x * 440} ${500 + y * 100}l${30 + (at % 5) * 14} ${-6 + (at % 4) * 3}" stroke="${at % 3 ? "#2c2019" : "#d8b48a"}" stroke-width="${1 + (at % 3)}" opacity="0.8"/>`)}
${rule(250, 770, 11, 66)}`);
})();

const bolt = (() => {
  const body = "M180 380H330V350H360V380H640L668 396L654 420L676 448L650 470L664 490H360V520H330V490H180Z";
  return scene(
    `${shadow(`<path d="${body}"/><path d="M760 440H1060V540H772L752 520L770 496L748 470Z"/>`)}<path d="${body}" fill="url(#steel)"/><path d="M640 380L668 396L654 420L676 448L650 470L664 490L628 488C644 452 640 412 626 382Z" fill="#77726a"/>
<path d="M760 440L748 470L770 496L752 520L772 540H1060V440Z" fill="url(#steel)"/>${Array.from({ length: 19 }, (_, at) => `<path d="M${806 + at * 13} 440l7 100" stroke="#2c2a26" stroke-width="4" opacity="0.75"/>`).join("")}
<rect x="180" y="350" width="62" height="170" rx="8" fill="url(#dark)"/>${spots(14, (x, y, at) => `<path d="M${560 + x * 340} ${600 + y * 110}l${8 + (at % 4) * 5} ${4 + (at % 3) * 4}l-6 8z" fill="url(#steel)"/>`)}
${rule(200, 770, 8.4, 98)}`,
    "#3f4446",
  );
})();

const jet = (() =>
  scene(
    `${shadow('<path d="M240 300C420 280 520 420 700 430C860 440 900 350 1040 330L1046 372C920 392 880 482 700 472C510 462 420 322 244 342Z"/>')}<path d="M240 300C420 280 520 420 700 430C860 440 900 350 1040 330L1046 372C920 392 880 482 700 472C510 462 420 322 244 342Z" fill="url(#steel)"/><rect x="200" y="262" width="70" height="118" rx="10" fill="url(#dark)"/><circle cx="1064" cy="350" r="30" fill="url(#dark)"/><circle cx="1070" cy="350" r="9" fill="#0c0a08"/>
<path d="M606 412L618 440L608 462" stroke="#120d09" stroke-width="6" fill="none"/><path d="M606 412L618 440L608 462" stroke="#e9d3a6" stroke-width="1.6" fill="none"/><path d="M560 500C640 640 700 640 760 520" fill="#1b120a" opacity="0.55" filter="url(#softer)"/>${rule(260, 720, 9.2, 80, -3)}`,
    "#53473b",
  ))();

const piston = (() =>
  scene(
    `${shadow('<ellipse cx="640" cy="420" rx="330" ry="318"/>')}<ellipse cx="640" cy="420" rx="330" ry="318" fill="url(#dark)"/><ellipse cx="640" cy="420" rx="286" ry="276" fill="#7c6f5d"/><ellipse cx="640" cy="420" rx="216" ry="208" fill="#4a5568" opacity="0.85" filter="url(#softer)"/><ellipse cx="640" cy="420" rx="150" ry="140" fill="#27324a" opacity="0.8" filter="url(#softer)"/><ellipse cx="640" cy="420" rx="250" ry="240" fill="none" stroke="#a8743a" stroke-width="34" opacity="0.45" filter="url(#soft)"/>
<rect x="330" y="372" width="120" height="96" rx="46" fill="#2e2923"/><rect x="830" y="372" width="120" height="96" rx="46" fill="#2e2923"/>${spots(46, (x, y, at) => `<circle cx="${430 + x * 420}" cy="${220 + y * 400}" r="${2 + (at % 4)}" fill="#15110d" opacity="0.5"/>`)}${rule(330, 800, 6.1, 102)}`,
    "#454039",
  ))();

const sump = (() =>
  scene(
    `<rect x="120" y="120" width="1040" height="620" rx="60" fill="#2b2620"/><rect x="170" y="166" width="940" height="520" rx="44" fill="#15110c"/><ellipse cx="620" cy="440" rx="420" ry="200" fill="#2a1c0d" filter="url(#softer)"/><ellipse cx="500" cy="360" rx="210" ry="60" fill="#6d5433" opacity="0.35" filter="url(#softer)"/>
<path d="M500 420H640L656 436L640 470H506L494 446Z" fill="url(#steel)"/>${Array.from({ length: 9 }, (_, at) => `<path d="M${510 + at * 13} 420l5 50" stroke="#26231f" stroke-width="4" opacity="0.8"/>`).join("")}<path d="M760 500l52 -16l24 26l-40 30l-34 -8z" fill="#b9b3a6"/>${spots(90, (x, y, at) => `<circle cx="${260 + x * 760}" cy="${260 + y * 360}" r="${1 + (at % 3)}" fill="${at % 2 ? "#e8c88e" : "#d8d6d0"}" opacity="0.85"/>`)}${rule(280, 800, 7, 100)}`,
    "#39414a",
  ))();

for (const [name, svg] of Object.entries({ shell, bolt, jet, piston, sump })) {
  // A png first: the one door for photos lets no drawings in.
  const png = await (await import("sharp")).default(Buffer.from(svg)).png().toBuffer();
  const clean = await cleanPhoto(png);
  if (!clean.ok) throw new Error(JSON.stringify(clean.problems));
  writeFileSync(`demo/photos/${name}.jpg`, clean.value.data);
  console.log(name, clean.value.sha256.slice(0, 12), clean.value.data.length);
}
