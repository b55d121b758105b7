import { getDocument } from "pdfjs-dist/legacy/build/pdf.mjs";
import { readFileSync } from "node:fs";
import { expect, test } from "./bench";
import { goTo } from "./readable";

const streamOf = (name: string) =>
  (JSON.parse(readFileSync(`demo/${name}.ndjson`, "utf8").split("\n")[0]!) as { stream: string }).stream;
const ferry = `/jobs/${streamOf("ferry-marigold")}`;

/** What is on paper: the words of each page, and how it lies. */
async function pagesOf(file: Buffer) {
  const document = await getDocument({ data: Uint8Array.from(file), useSystemFonts: false, verbosity: 0 }).promise;
  return Promise.all(
    Array.from({ length: document.numPages }, async (_, at) => {
      const page = await document.getPage(at + 1);
      const { width, height } = page.getViewport({ scale: 1 });
      const { items } = await page.getTextContent();
      return { isLying: width > height, words: items.map((item) => ("str" in item ? item.str : "")).join(" ") };
    }),
  );
}

/** Each screen with what has to be on its paper, and how many pages it takes at most; the board grows with the shop. */
const printed: readonly (readonly [path: string, heading: string, has: RegExp, most: number])[] = [
  [`${ferry}/intake`, "Before anything is touched", /Where it goes[\s\S]*Its history/, 6],
  [`${ferry}/identify`, "What engine this really is", /M74/, 4],
  [`${ferry}/strip`, "Apart, in order", /Drain oil and coolant/, 6],
  [`${ferry}/clean`, "Clean, and nothing left inside", /what may be done to it/, 4],
  [`${ferry}/crack-check`, "Cracks, before money goes in", /not checked/, 4],
  [`${ferry}/measure`, "Liner bores", /108\.041[\s\S]*108\.052/, 4],
  [`${ferry}/diagnose`, "What failed first", /jet/, 6],
  [`${ferry}/match`, "What goes with what", /goes together/, 6],
  [`${ferry}/decide`, "What becomes of each part", /Reuse as is[\s\S]*Replace/, 20],
  [`${ferry}/order`, "What is bought, and what is sent out", /Tappet/, 4],
  [`${ferry}/hand-over`, "Hand over", /Ferry Marigold/, 4],
  ["/board", "What is due, and who is at it", /Ferry Marigold[\s\S]*to spare/, Infinity],
];

test("every station prints as a page that can be read: all of it, lying, without what only works on a screen", async ({
  visit,
}) => {
  test.setTimeout(240_000);
  const page = await visit("lead", "/");
  for (const [path, heading, has, most] of printed) {
    await goTo(page, path);
    await expect(page.getByRole("heading", { name: heading, level: 1 })).toBeVisible();
    await expect(async () => {
      const pages = await pagesOf(await page.pdf({ preferCSSPageSize: true }));
      const words = pages
        .map((each) => each.words)
        .join(" ")
        .replace(/\s+/gu, " ");
      expect(words).toContain(heading);
      expect(words).toMatch(has);
      // Neither the rail nor the way out is of any use on paper.
      expect(words).not.toMatch(/Crack-check 60 %|Sign out \||Gauge sends/);
      expect(pages.length, `${path} takes ${pages.length} pages`).toBeLessThanOrEqual(most);
      expect(pages.flatMap(({ isLying, words: own }, at) => (isLying && own.trim() !== "" ? [] : [`${path}, page ${at + 1}`]))).toEqual([]); // prettier-ignore
    }).toPass({ timeout: 30_000 });
  }
});
