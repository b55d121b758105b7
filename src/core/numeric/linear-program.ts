import type { Variable, Constraint } from "./bucket-elimination";

/** More combinations than this of one constraint are not written out. */
const mostCombinations = 1 << 14;

/** A sum over what is chosen everywhere that may not go beyond a figure. */
export interface Row {
  /** By place and option; what is not said counts nothing. */
  readonly of: readonly (readonly number[])[] | ReadonlyMap<number, readonly number[]>;
  readonly atMost: number;
}

const column = (place: number, option: number): string => `x${place}_${option}`;

const signed = (weight: number, isFirst: boolean): string =>
  weight < 0 ? `- ${-weight}` : isFirst ? String(weight) : `+ ${weight}`;

/** Options that are not refused by themselves, by place. */
const finiteOf = (variables: readonly Variable[]): readonly (readonly number[])[] =>
  variables.map(({ costs }) => costs.flatMap((cost, option) => (Number.isFinite(cost) ? [option] : [])));

/**
 * What constraints leave of places as rows of a linear program: for each what options of the others leave of its place with
 * most options. The same whatever options cost, as long as the same ones are refused.
 *
 * @returns  null where a constraint has too many combinations to be written out
 */
function constraintRows(variables: readonly Variable[], constraints: readonly Constraint[]): readonly string[] | null {
  const finite = finiteOf(variables);
  const rows: string[] = [];
  for (const { of, allows } of constraints) {
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

/** What of a program is the same whatever options cost and whatever is asked: its columns, their rows, and that they are whole. */
export interface Layout {
  /** By place, the columns that there are. */
  readonly columns: readonly (readonly { readonly option: number; readonly name: string }[])[];
  readonly rows: string;
  readonly binary: string;
  /** A column that is there, for a row of nothing. */
  readonly any: string;
}

/** Lays a problem out; null where a constraint has too many combinations to be written out. */
export function layOut(variables: readonly Variable[], constraints: readonly Constraint[]): Layout | null {
  const rows = constraintRows(variables, constraints);
  if (rows === null) return null;
  const columns = finiteOf(variables).map((options, place) => options.map((option) => ({ option, name: column(place, option) }))); // prettier-ignore
  const names = columns.flatMap((of) => of.map(({ name }) => name));
  const any = names[0] ?? "x";
  return {
    columns,
    any,
    rows: [
      // A place with nothing left has no column: nothing can be chosen for it.
      ...columns.map((of, place) => ` p${place}: ${of.length > 0 ? of.map(({ name }) => name).join(" + ") : `0 ${any}`} = 1`), // prettier-ignore
      ...rows.map((row, at) => ` r${at}: ${row}`),
    ].join("\n"),
    binary: ` ${names.join("\n ")}`,
  };
}

/**
 * The same problem as `bucketElimination` has, as a linear program in the LP format that most solvers read: a binary an option,
 * a row a place that takes exactly one, and for each constraint what options of the others leave of its place with most
 * options: fewer rows than one for each combination that is not allowed, and a tighter bound.
 *
 * @param sums    what may not go beyond a figure over all of it: a budget, a risk
 * @param layout  of the same places and constraints, where it was made before
 * @returns       null where a constraint has too many combinations to be written out
 */
export function linearProgram(
  variables: readonly Variable[],
  constraints: readonly Constraint[],
  sums: readonly Row[] = [],
  layout: Layout | null = layOut(variables, constraints),
): string | null {
  if (layout === null) return null;
  const { columns, rows, binary, any } = layout;
  const terms = (weightsAt: (place: number) => readonly number[] | undefined, all: boolean): string => {
    let text = "";
    for (let place = 0; place < columns.length; place += 1) {
      const weights = weightsAt(place);
      if (!weights) continue;
      for (const { option, name } of columns[place]!) {
        const weight = weights[option];
        if (all || weight) text += `${text === "" ? "" : "\n  "}${signed(weight ?? 0, text === "")} ${name}`;
      }
    }
    return text;
  };
  const asked = sums.map(({ of, atMost }, at) => {
    const weightsAt = "get" in of ? (place: number) => of.get(place) : (place: number) => of[place];
    return ` s${at}: ${terms(weightsAt, false) || `0 ${any}`} <= ${atMost}`;
  });
  return [
    "Minimize",
    ` obj: ${terms((place) => variables[place]!.costs, true)}`,
    "Subject To",
    rows,
    ...asked,
    "Binary",
    binary,
    "End",
    "",
  ].join("\n");
}

/** The options that a solver's columns stand for, by place. */
export const pickOf = (variables: readonly Variable[], value: (column: string) => number): number[] =>
  variables.map(({ costs }, place) => costs.findIndex((_, option) => value(column(place, option)) > 0.5));
