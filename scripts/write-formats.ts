/** Writes docs/formats.md from the schemas the program itself uses: `npm run docs`. */
import { writeFileSync } from "node:fs";
import { formatsDocument } from "../src/core/formats-document";

writeFileSync("docs/formats.md", formatsDocument());
