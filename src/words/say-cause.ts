import type { Chain } from "@/core/diagnose/infer";
import type { ChainLine } from "@/core/diagnose/lay-out-chain";
import { nameOfNode, type Network } from "@/core/causes/unfold";
import { capital } from "./capital";
import { percent } from "./percent";

/** How strongly a log likelihood ratio speaks, in words: steps of about two, five and twenty to one. */
export function sayWeight(nats: number): string {
  const size = Math.abs(nats);
  const how = size < 0.1 ? "hardly" : size < 0.7 ? "a little" : size < 1.6 ? "clearly" : size < 3 ? "strongly" : "very strongly"; // prettier-ignore
  return `${how} ${nats >= 0 ? "for" : "against"} it`;
}

/** A grade of a finding as it was recorded. */
export const sayGrade = (grade: number): string => (grade === 0 ? "looked, not there" : "found");

const list = (names: readonly string[]): string =>
  names.length < 2 ? names.join("") : `${names.slice(0, -1).join(", ")} and ${names.at(-1)}`;

/**
 * A damage chain in three sentences: where it began, what that brought about, and what of it was found.
 *
 * @param causes  what the failure was put down to, each as its pack tells it to an owner
 */
export function sayChain(
  causes: readonly string[],
  chain: readonly Pick<ChainLine, "name" | "kind">[],
  probability: number | null,
): readonly string[] {
  const events = chain.filter(({ kind }) => kind === "event").map(({ name }) => name);
  const found = chain.filter(({ kind }) => kind === "finding").map(({ name }) => name);
  const began = `${causes.join(" ")}${probability === null ? "" : ` By all that was found this is ${percent(probability)} likely.`}`;
  return [
    began,
    ...(events.length > 0
      ? [`From there: ${list(events.slice(0, 6))}${events.length > 6 ? ", and what follows from those" : ""}.`]
      : []),
    ...(found.length > 0
      ? [`It is seen by: ${list(found.slice(0, 6))}${found.length > 6 ? `, and ${found.length - 6} more` : ""}.`]
      : []),
  ].map(capital);
}

/** The lines of a chain that is worked out, as a settled one keeps them. */
export function chainLines(network: Network, { nodes }: Pick<Chain, "nodes">): readonly ChainLine[] {
  const at = new Map(nodes.map(({ node }, index) => [node, index]));
  return nodes.map(({ node, from }) => {
    const of = network.of.get(node)!;
    return { id: node, name: nameOfNode(of), kind: of.kind, from: from.flatMap((cause) => at.get(cause) ?? []) };
  });
}
