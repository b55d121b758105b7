import { fingerprint } from "../canonical";
import { deepestJson, hasReservedName, isTooDeep, reservedName } from "../json-depth";
import { done, problem, refused, type Outcome } from "../problem/problem";
import { compilePack, type CompiledPack } from "./compile-pack";
import { withRulesOfThumb } from "./rules-of-thumb";
import { Pack } from "./schema";
import { pastBounds } from "./unfolded-size";

/** So many things that are wrong with its shape are told of one pack. */
const mostTold = 200;

/**
 * Checks the shape of an unknown JSON value, and fills in what is usual.
 *
 * @returns  the pack; or problems too-deep, schema with their paths, pack-unfolds-too-far
 */
export function shapePack(json: unknown): Outcome<Pack> {
  // First, since an expression is read by walking down into it.
  if (isTooDeep(json)) return refused(problem("too-deep", [], { most: deepestJson }));
  if (hasReservedName(json)) return refused(problem("reserved-name", [], { name: reservedName }));
  const parsed = Pack.safeParse(json);
  if (parsed.success) {
    const past = pastBounds(parsed.data);
    return past.length > 0 ? refused(...past) : done(withRulesOfThumb(parsed.data));
  }
  return refused(
    ...parsed.error.issues
      .slice(0, mostTold)
      .map((issue) => problem("schema", issue.path as (string | number)[], { detail: issue.message })),
  );
}

/**
 * Compiles a pack that was read before, by whoever took it in: its shape is looked at again, what it refers to is not.
 *
 * @param json  a pack that `readPack` found nothing wrong with
 */
export function openPack(json: unknown): Outcome<CompiledPack> {
  const shaped = shapePack(json);
  return shaped.ok ? done(compilePack(shaped.value, fingerprint(json))) : shaped;
}
