/**
 * Attacks the program on loopback, as one person, one file, one clock or a failing machine could: prints what it did and
 * how the program stood it, and ends badly where it did not.
 *
 *   tsx scripts/attack.ts [long] [NAME…]
 */
import { crash } from "./attack/crash";
import { archives, deafListeners, longChain, uploads } from "./attack/files";
import { House, type Findings } from "./attack/house";
import { launcher } from "./attack/launcher";
import { fullDisk, outage } from "./attack/outage";
import { packs } from "./attack/packs";
import { malformedRequests, matrix } from "./attack/requests";

const words = process.argv.slice(2);
const isLong = words.includes("long");
const named = words.filter((word) => word !== "long");
const seeds = [11, 23, 37, 58, 71];

const open: { house: House | null } = { house: null };
/** One house for all that leave it standing in the end. */
const inHouse = (attack: (house: House) => Promise<Findings>) => async () =>
  attack((open.house ??= await House.open("house")));

const attacks: Readonly<Record<string, () => Promise<Findings>>> = {
  matrix: inHouse(matrix),
  requests: inHouse((whole) => malformedRequests(whole, isLong ? 10_000 : 500, seeds)),
  archives: inHouse(archives),
  packs: inHouse((whole) => packs(whole, isLong ? 50_000 : 1500)),
  uploads: inHouse((whole) => uploads(whole, isLong ? 30 : 4)),
  chain: inHouse(longChain),
  live: inHouse((whole) => deafListeners(whole, isLong ? 40 : 12)),
  crash: inHouse((whole) => crash(whole, isLong ? 500 : 6)),
  outage: inHouse((whole) => outage(whole, isLong ? 20 : 1)),
  disk: fullDisk,
  launcher,
};

const unknown = named.filter((name) => !Object.hasOwn(attacks, name));
if (unknown.length > 0) {
  console.error(`What is ${unknown.join(", ")}? The attacks are ${Object.keys(attacks).join(", ")}.`);
  process.exit(1);
}
let failed = 0;
for (const [name, attack] of Object.entries(attacks)) {
  if (named.length > 0 && !named.includes(name)) continue;
  const began = performance.now();
  const { said, wrong } = await attack();
  for (const line of said) console.log(`attack ${name}: ${line}`);
  for (const line of wrong.slice(0, 20)) console.log(`attack ${name}: WRONG: ${line}`);
  if (wrong.length > 20) console.log(`attack ${name}: and ${wrong.length - 20} more`);
  console.log(`attack ${name}: took ${((performance.now() - began) / 1000).toFixed(0)} s`);
  failed += wrong.length;
}
await open.house?.close();
process.exit(failed > 0 ? 1 : 0);
