import { judgementNames, judgements, type JudgementName } from "./judgements";
import { stations } from "./stations";

/** What is needed that no judgement finds. */
const given: ReadonlySet<string> = new Set(["day"]);

/** By judgement, the names of what it declares it needs. */
export const needsOf = (name: JudgementName): readonly string[] => judgements[name].needs;

/**
 * The judgements behind those that they need, where there is such an order.
 *
 * @param needs  by name, what each needs
 * @returns      the order; or the names that go in a circle, or need what nobody finds
 * @example inOrder(new Map([["b", ["a"]], ["a", []]])) // { order: ["a", "b"], stuck: [] }
 */
export function inOrder(needs: ReadonlyMap<string, readonly string[]>): {
  readonly order: readonly string[];
  readonly stuck: readonly string[];
} {
  const order: string[] = [];
  let left = [...needs.keys()];
  for (let more = true; more;) {
    const free = left.filter((name) => needs.get(name)!.every((need) => order.includes(need) || given.has(need)));
    order.push(...free);
    left = left.filter((name) => !free.includes(name));
    more = free.length > 0;
  }
  return { order, stuck: left };
}

/** `docs/judgements.md`: what each judgement reads and needs, as a graph and as a table. */
export function judgementsDocument(): string {
  const { order } = inOrder(new Map(judgementNames.map((name) => [name, needsOf(name)])));
  const names = order as readonly JudgementName[];
  const arrows = names.flatMap((name) => needsOf(name).map((need) => `  ${need} --> ${name}`));
  const rows = names.map((name) => {
    const { lists, needs, stations: counted } = judgements[name];
    const stationsOf = stations.filter((station) => Object.hasOwn(counted, station));
    return `| ${[name, lists.join(", "), needs.join(", "), stationsOf.join(", ")].join(" | ")} |`;
  });
  return `# What rests on what

A job is folded from its entries; each judgement reads some of its lists and some results of others, and keeps its result
while those are the same. An arrow goes from what is found to whoever needs it; \`day\` is the day it is judged on. Written by
\`npm run docs\` from the declarations in \`src/core/judgements.ts\`; a test refuses a circle.

\`\`\`mermaid
flowchart LR
${arrows.join("\n")}
\`\`\`

| judgement | reads of the job | needs | counts the work of |
| --------- | ---------------- | ----- | ------------------ |
${rows.join("\n")}
`;
}
