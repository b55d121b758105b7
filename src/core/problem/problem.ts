import { problemCodes, type HoldRule, type ParamsOf, type ProblemCode, type Severity } from "./problem-codes";

/** Where: a field path, or the ids that lead to the thing. */
export type Path = readonly (string | number)[];

/** Something true of the case, as data. `src/words` turns it into a sentence. */
export interface ProblemOf<C extends ProblemCode> {
  readonly code: C;
  readonly path: Path;
  readonly severity: Severity;
  /** Figures and names that a wording needs; lengths in millimetres. */
  readonly params: ParamsOf<C>;
}

type AnyOf<C extends ProblemCode> = { [K in C]: ProblemOf<K> }[C];
export type Problem = AnyOf<ProblemCode>;

/** Params may be left out where a code carries none. */
type ParamsArgument<C extends ProblemCode> = keyof ParamsOf<C> extends never
  ? [params?: ParamsOf<C>]
  : [params: ParamsOf<C>];

/**
 * A problem of a code of the table, as grave as the table says.
 *
 * @example  problem("undecided", [], { count: 3 }).severity // "notice"
 */
export const problem = <C extends ProblemCode>(code: C, path: Path = [], ...params: ParamsArgument<C>): AnyOf<C> =>
  ({ code, path, severity: problemCodes[code].severity, params: params[0] ?? {} }) as unknown as AnyOf<C>;

/**
 * What a code holds up, or null for one that never does.
 *
 * @example holdRuleOf("undecided") // null
 */
export const holdRuleOf = (code: ProblemCode): HoldRule | null => problemCodes[code].hold;

/** Takes a finding down: what a linter walks a pack with. */
export type Report = <C extends ProblemCode>(code: C, path: Path, ...params: ParamsArgument<C>) => void;

/** A result, or all the reasons why there is none. */
export type Outcome<T> =
  { readonly ok: true; readonly value: T } | { readonly ok: false; readonly problems: readonly Problem[] };

/**
 * A result that is there.
 *
 * @example done(1) // { ok: true, value: 1 }
 */
export const done = <T>(value: T): Outcome<T> => ({ ok: true, value });
export const refused = (...problems: readonly Problem[]): Outcome<never> => ({ ok: false, problems });
