import { mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { runEmber } from "@/core/fixtures/run-ember";

const run = (...words: string[]) => runEmber("", ...words);
const folder = mkdtempSync(path.join(tmpdir(), "ember-cli-"));
afterAll(() => rmSync(folder, { recursive: true }));
const file = (name: string, text: string) => {
  const place = path.join(folder, name);
  writeFileSync(place, text);
  return place;
};
const pack = "packs/orrinshaw-6m.json";
const job = "demo/ferry-marigold.ndjson";

test("evaluate prints the assessment, without server or database", async () => {
  const { code, out } = await run("evaluate", job, "--pack", pack, "--as-of", "2026-11-24T08:00:00Z");
  expect(code).toBe(0);
  const assessment = JSON.parse(out) as {
    format: string;
    choices: { slot: string; proposal: { disposition: string; ways: unknown[] } }[];
  };
  expect(assessment.format).toBe("ember-assessment/1");
  expect(assessment.choices.find((choice) => choice.slot === "crankshaft")!.proposal).toMatchObject({
    disposition: "rework",
    ways: [{ feature: "big-end", step: "u-50" }],
  });
}, 60_000);

test("bad input is named by file and line, with a non-zero exit code", async () => {
  const lines = readFileSync(job, "utf8").split("\n");
  const broken = file(
    "broken.ndjson",
    [...lines.slice(0, 3), "{oops", ...lines.slice(4, 5), lines[5]!.replace('"v":1', '"v":"one"')].join("\n"),
  );
  const badPack = file("pack.json", '{\n  "format": "ember-pack/1",\n  oops\n}');
  const wrongPack = file("wrong.json", '{"format":"ember-pack/1"}');
  const answers = await Promise.all([
    run("evaluate", broken, "--pack", pack),
    run("evaluate", "nowhere.ndjson", "--pack", pack),
    run("evaluate", job, "--pack", badPack),
    run("evaluate", job, "--pack", wrongPack),
    run("evaluate", job),
    run("evaluate", job, "--pack", pack, "--as-of", "tomorrow"),
    run("dance"),
    run("evaluate", file("empty.ndjson", ""), "--pack", pack),
  ]);
  expect(answers.map((answer) => answer.code)).toEqual([2, 2, 2, 2, 2, 2, 2, 2]);
  const [record, nowhere, syntax, shape, noPack, moment, command, empty] = answers.map((answer) => answer.err);
  expect(record).toMatch(/broken\.ndjson:4: .*not JSON/);
  expect(record).toMatch(/broken\.ndjson:6: v: /);
  expect(nowhere).toContain("nowhere.ndjson: there is no such file");
  expect(syntax).toMatch(/pack\.json:3:\d+: this is not JSON/);
  expect(shape).toContain("wrong.json: family");
  expect(noPack).toContain("--pack");
  expect(moment).toContain("tomorrow");
  expect(command).toContain("dance");
  expect(empty).toContain("no entry");
}, 120_000);

test("a sheet is composed, linted by its own lines, written out of a pack, and taken wherever a pack is", async () => {
  const wrong = file("wrong-sheet.json", JSON.stringify({ ...(JSON.parse(readFileSync("sheets/brackle-1.json", "utf8")) as object), layout: "singel" }, null, 1)); // prettier-ignore
  const [composed, linted, told, written, unsaid, judged] = await Promise.all([
    run("compose", "sheets/brackle-1.json"),
    run("lint", "sheets/fennick-4.json"),
    run("lint", wrong),
    run("sheet", "packs/windrow-r2.json", "--layout", "rotary-twin"),
    run("sheet", "packs/windrow-r2.json"),
    run("evaluate", job, "--pack", "sheets/orrinshaw-6m.json", "--as-of", "2026-11-24T08:00:00Z"),
  ]);
  expect(JSON.parse(composed.out)).toMatchObject({ format: "ember-pack/1", family: "Brackle 1" });
  expect(linted.out).toMatch(/Fennick 4, revision 1, \d+ rows/u);
  expect(told.err).toMatch(/wrong-sheet\.json:7:\d+: layout: there is no layout “singel”\. Did you mean “single”\?/u);
  expect(JSON.parse(written.out)).toMatchObject({ format: "ember-engine/1", layout: "rotary-twin" });
  expect(unsaid.err).toMatch(/name one pack and its --layout, one of flat-four/u);
  expect([composed, linted, told, written, unsaid, judged].map(({ code }) => code)).toEqual([0, 0, 2, 0, 2, 0]);
}, 60_000);
