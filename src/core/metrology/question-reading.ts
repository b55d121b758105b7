import { problem, type Problem } from "../problem";
import type { Feature } from "../pack/schema";

const near = (ratio: number, factor: number) => Math.abs(ratio / factor - 1) < 0.05;

const slips: readonly (readonly [code: string, factor: number])[] = [
  ["ten-times-too-large", 10],
  ["ten-times-too-small", 0.1],
  ["hundred-times-too-large", 100],
  ["hundred-times-too-small", 0.01],
  ["inches-taken-for-mm", 1 / 25.4],
  ["mm-taken-for-inches", 25.4],
];

/**
 * Whether a reading makes sense for its feature: asked at once, while the gauge is still in the part.
 * Sizes are held against the new size; a small quantity (run-out, depth) against ten times its limit.
 * Common practice, no source.
 *
 * @returns  what to ask the person, or null when the reading is plausible
 */
export function questionReading(valueMm: number, { governing }: Feature): Problem | null {
  const { new: fresh, reassembly } = governing.limits;
  const expected = ((fresh?.min ?? fresh?.max ?? 0) + (fresh?.max ?? fresh?.min ?? 0)) / 2;
  const bound = Math.max(Math.abs(reassembly?.max ?? 0), Math.abs(reassembly?.min ?? 0));
  const ask = (code: string) => problem("notice", code, [], { valueMm, expectedMm: expected || bound });
  if (governing.nonNegative && valueMm < 0) return ask("negative");
  const isSize = fresh?.min !== undefined && fresh.min > 1;
  if (isSize) {
    const ratio = valueMm / expected;
    const slip = slips.find(([, factor]) => near(ratio, factor));
    if (slip) return ask(slip[0]);
    return Math.abs(ratio - 1) > 0.05 ? ask("far-from-size") : null;
  }
  return bound > 0 && Math.abs(valueMm) > 10 * bound ? ask("far-from-size") : null;
}
