import type { Chooser, Relation } from "./pick";

/** More combinations than this of one relation are not written out. */
const mostCombinations = 1 << 14;

const column = (place: number, option: number): string => `x${place}_${option}`;

/**
 * The same problem as `cheapestPick` has, as a linear program in the LP format that most solvers read: a binary an option,
 * a row a place that takes exactly one, a row for each combination that a relation does not allow. A relation of two places
 * is written by what each option of the one leaves of the other, which is fewer rows and a tighter bound.
 *
 * @returns  null where a relation has too many combinations to be written out
 */
export function linearProgram(choosers: readonly Chooser[], relations: readonly Relation[]): string | null {
  const finite = choosers.map(({ costs }) => costs.flatMap((cost, option) => (Number.isFinite(cost) ? [option] : [])));
  const rows: string[] = [];
  for (const { of, allows } of relations) {
    const sizes = of.map((place) => finite[place]!.length);
    if (sizes.reduce((product, size) => product * size, 1) > mostCombinations) return null;
    if (of.length === 2) {
      const [a, b] = of as [number, number];
      for (const option of finite[a]!) {
        const mates = finite[b]!.filter((mate) => allows([option, mate]));
        if (mates.length < finite[b]!.length)
          rows.push([column(a, option), ...mates.map((mate) => `- ${column(b, mate)}`)].join(" ") + " <= 0");
      }
      continue;
    }
    const walk = (at: number, options: readonly number[]): void => {
      if (at < of.length) return finite[of[at]!]!.forEach((option) => walk(at + 1, [...options, option]));
      if (!allows(options))
        rows.push(`${options.map((option, index) => column(of[index]!, option)).join(" + ")} <= ${of.length - 1}`);
    };
    walk(0, []);
  }
  const all = finite.flatMap((options, place) => options.map((option) => ({ cost: choosers[place]!.costs[option]!, name: column(place, option) }))); // prettier-ignore
  return [
    "Minimize",
    ` obj: ${all.map(({ cost, name }) => `${cost} ${name}`).join("\n  + ")}`,
    "Subject To",
    // A place with nothing left has no column: nothing can be chosen for it.
    ...finite.map((options, place) => ` p${place}: ${options.length > 0 ? options.map((option) => column(place, option)).join(" + ") : `0 ${all[0]?.name ?? "x"}`} = 1`), // prettier-ignore
    ...rows.map((row, at) => ` r${at}: ${row}`),
    "Binary",
    ` ${all.map(({ name }) => name).join("\n ")}`,
    "End",
    "",
  ].join("\n");
}

/** The options that a solver's columns stand for, by place. */
export const pickOf = (choosers: readonly Chooser[], value: (column: string) => number): number[] =>
  choosers.map(({ costs }, place) => costs.findIndex((_, option) => value(column(place, option)) > 0.5));
