import { readFileSync } from "node:fs";
import { formatsDocument } from "./formats-document";

test("docs/formats.md is what the schemas say: npm run docs writes it anew", () => {
  expect(readFileSync("docs/formats.md", "utf8")).toBe(formatsDocument());
});
