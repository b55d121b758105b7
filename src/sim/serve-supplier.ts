/** Opens the stand-in of a supplier with the demo's catalogue: `tsx src/sim/serve-supplier.ts PORT`. */
import { readFileSync } from "node:fs";
import path from "node:path";
import { readCatalogueCsv } from "@/core/catalogue/catalogue";
import { openSupplier, usualMood } from "./supplier";

const { parts } = readCatalogueCsv(readFileSync(path.join(import.meta.dirname, "../../demo/catalogue.csv"), "utf8"));
const { address } = await openSupplier(parts, usualMood, Number(process.argv[2] ?? 0));
console.log(address);
