import { propagate, standardUncertainty, type Estimate } from "../quantity/estimate";

/** What a figure is worked out from. */
export interface FigureInput {
  readonly id: string;
  readonly name: string;
  /** What it is typed and shown in; `1` for a bare number. Lengths follow the job. */
  readonly unit: string;
  /** Usual values to choose from, in that unit: of materials, of oiled threads. */
  readonly usual?: readonly { readonly name: string; readonly value: string }[];
  readonly hint?: string;
}

/** Inputs that go by one name: the diameter and the pitch of a thread. */
export interface FigureChoice {
  readonly name: string;
  /** In core units by the inputs' ids. */
  readonly options: readonly { readonly name: string; readonly values: Readonly<Record<string, number>> }[];
}

export interface FigureOutput {
  readonly id: string;
  readonly name: string;
  readonly unit: string;
  /** Of a bare number. */
  readonly decimals?: number;
}

export const figureGroups = ["capacity", "motion", "balance", "fits", "bolts", "springs", "timing", "layouts"] as const;
export type FigureGroup = (typeof figureGroups)[number];

/** One piece of engine arithmetic: from some measures others follow, in core units. */
export interface Figure {
  readonly id: string;
  readonly group: FigureGroup;
  readonly name: string;
  /** As it would be written on paper. */
  readonly formula: string;
  readonly source: string;
  /** What to mind when it is used. */
  readonly note?: string;
  readonly inputs: readonly FigureInput[];
  /** Several of them at once, by a name. */
  readonly choice?: FigureChoice;
  readonly outputs: readonly FigureOutput[];
  /** In core units by the inputs' ids; what is not finite has no answer. */
  readonly of: (input: Readonly<Record<string, number>>) => Readonly<Record<string, number>>;
}

/**
 * A figure from its inputs, with what each of them contributes to its uncertainty; inputs that share a source are
 * correlated by it.
 *
 * @param inputs  by id, in core units; one that is missing leaves the figures open that need it
 * @returns       by output; null where it cannot be worked out
 * @source        JCGM 100:2008, 5.1.3, note 2: half of what one standard uncertainty up and down makes (from memory)
 */
export function evaluateFigure(
  figure: Figure,
  inputs: Readonly<Record<string, Estimate | null | undefined>>,
): ReadonlyMap<string, Estimate | null> {
  const values = Object.fromEntries(figure.inputs.map(({ id }) => [id, inputs[id]?.value ?? NaN]));
  const at = (changed: Readonly<Record<string, number>>) => figure.of({ ...values, ...changed });
  const middle = at({});
  const moved = figure.inputs.flatMap(({ id }) => {
    const input = inputs[id];
    const standard = input ? standardUncertainty(input) : 0;
    if (!input || standard === 0) return [];
    return [{ input, standard, up: at({ [id]: input.value + standard }), down: at({ [id]: input.value - standard }) }];
  });
  return new Map(
    figure.outputs.map(({ id }) => {
      const value = middle[id] ?? NaN;
      const parts = moved.map(
        ({ input, standard, up, down }) => [input, (up[id]! - down[id]!) / (2 * standard)] as const,
      );
      // On the edge of what makes sense it cannot be said how uncertain it is, and so not what it is.
      const isKnown = Number.isFinite(value) && parts.every(([, partial]) => Number.isFinite(partial));
      return [id, isKnown ? propagate(value, parts) : null] as const;
    }),
  );
}
