const dayMs = 86_400_000;

/** The Monday of ISO week 1: the week with 4 January in it. */
function firstMonday(year: number): number {
  const fourth = Date.UTC(year, 0, 4);
  return fourth - ((new Date(fourth).getUTCDay() + 6) % 7) * dayMs;
}

/**
 * How many ISO weeks a year has: 52 or 53.
 *
 * @source   ISO 8601 (from memory)
 * @example weeksIn(2026) // 53
 */
export const weeksIn = (year: number): number => Math.round((firstMonday(year + 1) - firstMonday(year)) / (7 * dayMs));

/**
 * The Monday of a week, as an ISO date; null for a week the year does not have.
 *
 * @source  ISO 8601 (from memory): week 1 is the one with the year's first Thursday
 * @example  mondayOfWeek(2026, 1) // "2025-12-29"
 */
export function mondayOfWeek(year: number, week: number): string | null {
  if (week < 1 || week > weeksIn(year)) return null;
  return new Date(firstMonday(year) + (week - 1) * 7 * dayMs).toISOString().slice(0, 10);
}
