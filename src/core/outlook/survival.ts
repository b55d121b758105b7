/** How long parts of a kind last: half of new ones run so many hours, the others scattered by a shape. */
export interface Lasts {
  readonly hours: number;
  readonly shape: number;
}

/**
 * Share of parts of an age that run so many hours more.
 *
 * @source  Weibull, A statistical distribution function of wide applicability (1951), written by its median, of those that reached the age
 * @example survives({ hours: 1000, shape: 2 }, 0, 1000) // 0.5
 */
export function survives({ hours: median, shape }: Lasts, age: number, hours: number): number {
  const spent = (age / median) ** shape;
  // Of what is so far past its life that it cannot be reckoned, none.
  return Number.isFinite(spent) ? 2 ** (spent - ((age + hours) / median) ** shape) : 0;
}
