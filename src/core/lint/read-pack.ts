import { fingerprint } from "../canonical";
import { done, refused, type Outcome } from "../problem/problem";
import { compilePack, type CompiledPack } from "../pack/compile-pack";
import { lintPack } from "./lint-pack";
import { shapePack } from "../pack/open-pack";

/**
 * Checks an unknown JSON value as a pack and compiles it, or says all that is wrong with it. The pack is known
 * by the fingerprint of what was received, so that a later default in the schema does not rename it.
 *
 * @param json  as received: any value
 * @returns     the compiled pack; or problems too-deep, schema with their paths, and what the linter finds
 */
export function readPack(json: unknown): Outcome<CompiledPack> {
  const shaped = shapePack(json);
  if (!shaped.ok) return shaped;
  const problems = lintPack(shaped.value);
  return problems.length > 0 ? refused(...problems) : done(compilePack(shaped.value, fingerprint(json)));
}
