import type { IdentityResult } from "./assess-identity";

/**
 * Which revision of its parts an engine is sure to have been built with, by its numbers: by what the book calls the part.
 * A part is not in it of which a number leaves open which revision it was, or two numbers say different ones.
 */
export function builtWith(identity: Pick<IdentityResult, "places"> | null): ReadonlyMap<string, string> {
  const all = (identity?.places ?? []).flatMap(({ reading }) => reading?.decoded.flatMap(({ revisions }) => revisions) ?? []); // prettier-ignore
  const unsure = all.filter(
    ({ part, revision, orElse }) =>
      orElse !== null || all.some((each) => each.part === part && each.revision !== revision),
  );
  const open = new Set(unsure.map(({ part }) => part));
  return new Map(all.flatMap(({ part, revision }) => (open.has(part) ? [] : [[part, revision] as const])));
}
