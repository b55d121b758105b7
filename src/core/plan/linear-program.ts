import type { Chooser, Relation } from "./pick";

/** More combinations than this of one relation are not written out. */
const mostCombinations = 1 << 14;

/** A sum over what is chosen everywhere that may not go beyond a figure. */
export interface Row {
  /** By place and option; what is not said counts nothing. */
  readonly of: readonly (readonly number[])[];
  readonly atMost: number;
}

const column = (place: number, option: number): string => `x${place}_${option}`;

/** Options that are not refused by themselves, by place. */
const finiteOf = (choosers: readonly Chooser[]): readonly (readonly number[])[] =>
  choosers.map(({ costs }) => costs.flatMap((cost, option) => (Number.isFinite(cost) ? [option] : [])));

/**
 * What relations leave of places as rows of a linear program: for each what options of the others leave of its place with
 * most options. The same whatever options cost, as long as the same ones are refused.
 *
 * @returns  null where a relation has too many combinations to be written out
 */
export function relationRows(choosers: readonly Chooser[], relations: readonly Relation[]): readonly string[] | null {
  const finite = finiteOf(choosers);
  const rows: string[] = [];
  for (const { of, allows } of relations) {
    const sizes = of.map((place) => finite[place]!.length);
    if (sizes.reduce((product, size) => product * size, 1) > mostCombinations) return null;
    // What is chosen elsewhere leaves something of the place with most options.
    const widest = sizes.indexOf(Math.max(...sizes));
    const walk = (at: number, options: readonly number[]): void => {
      if (at === widest) return walk(at + 1, [...options, 0]);
      if (at < of.length) return finite[of[at]!]!.forEach((option) => walk(at + 1, [...options, option]));
      const mine = finite[of[widest]!]!;
      const left = mine.filter((option) => allows(options.map((each, index) => (index === widest ? option : each))));
      if (left.length === mine.length) return;
      const others = options.flatMap((option, index) => (index === widest ? [] : [column(of[index]!, option)]));
      const taken = left.map((option) => ` - ${column(of[widest]!, option)}`).join("");
      if (others.length > 0) rows.push(`${others.join(" + ")}${taken} <= ${others.length - 1}`);
      else rows.push(`${mine.filter((option) => !left.includes(option)).map((option) => column(of[widest]!, option)).join(" + ")} <= 0`); // prettier-ignore
    };
    walk(0, []);
  }
  return rows;
}

/**
 * The same problem as `cheapestPick` has, as a linear program in the LP format that most solvers read: a binary an option,
 * a row a place that takes exactly one, and for each relation what options of the others leave of its place with most
 * options: fewer rows than one for each combination that is not allowed, and a tighter bound.
 *
 * @param sums  what may not go beyond a figure over all of it: a budget, a risk
 * @param rows  what relations leave, where that was written out before
 * @returns     null where a relation has too many combinations to be written out
 */
export function linearProgram(
  choosers: readonly Chooser[],
  relations: readonly Relation[],
  sums: readonly Row[] = [],
  rows: readonly string[] | null = relationRows(choosers, relations),
): string | null {
  if (rows === null) return null;
  const finite = finiteOf(choosers);
  const all = finite.flatMap((options, place) => options.map((option) => ({ cost: choosers[place]!.costs[option]!, name: column(place, option) }))); // prettier-ignore
  return [
    "Minimize",
    ` obj: ${all.map(({ cost, name }) => `${cost} ${name}`).join("\n  + ")}`,
    "Subject To",
    // A place with nothing left has no column: nothing can be chosen for it.
    ...finite.map((options, place) => ` p${place}: ${options.length > 0 ? options.map((option) => column(place, option)).join(" + ") : `0 ${all[0]?.name ?? "x"}`} = 1`), // prettier-ignore
    ...rows.map((row, at) => ` r${at}: ${row}`),
    ...sums.map(({ of, atMost }, at) => {
      const terms = finite.flatMap((options, place) => options.flatMap((option) => (of[place]?.[option] ? `${of[place][option]} ${column(place, option)}` : []))); // prettier-ignore
      return ` s${at}: ${terms.length > 0 ? terms.join("\n  + ") : `0 ${all[0]?.name ?? "x"}`} <= ${atMost}`;
    }),
    "Binary",
    ` ${all.map(({ name }) => name).join("\n ")}`,
    "End",
    "",
  ].join("\n");
}

/** The options that a solver's columns stand for, by place. */
export const pickOf = (choosers: readonly Chooser[], value: (column: string) => number): number[] =>
  choosers.map(({ costs }, place) => costs.findIndex((_, option) => value(column(place, option)) > 0.5));
