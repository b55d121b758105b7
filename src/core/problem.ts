export type Severity = "error" | "hold" | "notice";

/** Figures and names that a wording needs; lengths in millimetres. */
export type Params = Readonly<Record<string, string | number | boolean | null>>;

/** Something true of the case, as data. `src/words` turns it into a sentence. */
export interface Problem {
  readonly code: string;
  /** Where: a field path, or the ids that lead to the thing. */
  readonly path: readonly (string | number)[];
  readonly severity: Severity;
  readonly params: Params;
}

export const problem = (
  severity: Severity,
  code: string,
  path: readonly (string | number)[] = [],
  params: Params = {},
): Problem => ({ code, path, severity, params });

/** A result, or all the reasons why there is none. */
export type Outcome<T> =
  { readonly ok: true; readonly value: T } | { readonly ok: false; readonly problems: readonly Problem[] };

export const done = <T>(value: T): Outcome<T> => ({ ok: true, value });
export const refused = (...problems: readonly Problem[]): Outcome<never> => ({ ok: false, problems });
