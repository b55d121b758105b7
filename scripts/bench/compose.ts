import { readFileSync } from "node:fs";
import { compose } from "@/core/library/compose";
import { library } from "@/core/fixtures/library";
import { readPack } from "@/core/lint/read-pack";
import { shapePack } from "@/core/pack/open-pack";
import { quickest } from "./quickest";

const text = readFileSync("packs/orrinshaw-6m.json", "utf8");
const sheet = readFileSync("sheets/orrinshaw-6m.json", "utf8");

const parsed = () => shapePack(JSON.parse(text));
const composed = () => compose(library, JSON.parse(sheet));
// Once over each, so that none is measured while the engine still compiles.
for (const each of [parsed, composed]) each();
const nothing = () => null;
console.log(
  JSON.stringify({
    parseMs: quickest(20, nothing, parsed),
    composeMs: quickest(20, nothing, composed),
    lintMs: quickest(10, nothing, () => readPack(compose(library, JSON.parse(sheet)).json)),
  }),
);
