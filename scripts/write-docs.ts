/** Writes docs/formats.md and docs/judgements.md from what the program itself declares: `npm run docs`. */
import { writeFileSync } from "node:fs";
import { formatsDocument } from "../src/core/json/formats-document";
import { judgementsDocument } from "../src/core/judgements-document";

writeFileSync("docs/formats.md", formatsDocument());
writeFileSync("docs/judgements.md", judgementsDocument());
