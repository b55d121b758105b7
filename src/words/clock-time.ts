const two = (number: number) => String(number).padStart(2, "0");

/** A moment as the clock on the wall showed it: `2026-05-04 09:07`; given as ISO 8601, told in the zone of whoever reads it. */
export function clockTime(iso: string): string {
  const at = new Date(iso);
  return `${at.getFullYear()}-${two(at.getMonth() + 1)}-${two(at.getDate())} ${two(at.getHours())}:${two(at.getMinutes())}`;
}
