// Beliefs of small networks by an independent library, for src/core/fixtures/reference/bayesjs.json:
//   npm install --no-save bayesjs@0.6.5 && node scripts/crosscheck/bayesjs.mjs > src/core/fixtures/reference/bayesjs.json
import { createRequire } from "node:module";

const require = createRequire(import.meta.url);
const { inferences } = require("bayesjs");
const { version } = require("bayesjs/package.json");

let state = 20261126;
const next = () => {
  state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
  return state / 2 ** 32;
};
const round = (value) => Number(value.toFixed(12));

/** A network of 12 yes-or-no nodes, noisy-OR: `[chance by itself, [cause, chance by that cause]…]`, and what is known. */
function draw() {
  const nodes = Array.from({ length: 12 }, (_, at) => {
    const causes = Array.from({ length: at }, (_, cause) => cause)
      .filter(() => next() < 0.35)
      .slice(-3);
    return {
      id: `n${at}`,
      leak: round(0.05 + 0.3 * next()),
      causes: causes.map((cause) => [`n${cause}`, round(0.2 + 0.7 * next())]),
    };
  });
  const given = Object.fromEntries(nodes.filter(() => next() < 0.3).map(({ id }) => [id, next() < 0.5 ? "T" : "F"]));
  return { nodes, given };
}

function asTheirs(nodes) {
  return Object.fromEntries(
    nodes.map(({ id, leak, causes }) => {
      const parents = causes.map(([cause]) => cause);
      const rows = Array.from({ length: 2 ** causes.length }, (_, row) => {
        const on = causes.map((_, at) => Boolean(row & (1 << at)));
        const not = causes.reduce((product, [, p], at) => product * (on[at] ? 1 - p : 1), 1 - leak);
        return {
          when: Object.fromEntries(parents.map((parent, at) => [parent, on[at] ? "T" : "F"])),
          then: { T: 1 - not, F: not },
        };
      });
      return [id, { id, states: ["T", "F"], parents, cpt: parents.length === 0 ? rows[0].then : rows }];
    }),
  );
}

const cases = Array.from({ length: 12 }, () => {
  const { nodes, given } = draw();
  // By enumeration: its other two ways do not always agree with that one, nor with each other.
  const share = (id) => inferences.enumeration.infer(asTheirs(nodes), { [id]: "T" }, given);
  return { nodes, given, there: Object.fromEntries(nodes.map(({ id }) => [id, round(share(id))])) };
});
process.stdout.write(
  `${JSON.stringify({ library: `bayesjs ${version}`, script: "scripts/crosscheck/bayesjs.mjs", cases }, null, 1)}\n`,
);
