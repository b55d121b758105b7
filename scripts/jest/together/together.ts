import path from "node:path";

declare const emberGroups: readonly (readonly string[])[];

/**
 * Takes the tests of a group of files into one registry of modules: the core is read and the packs are compiled once a
 * group, not once a file. `scripts/jest/unit-files.mjs` deals the files out.
 */
export function together(group: number): void {
  for (const file of emberGroups[group]!)
    describe(file, () => {
      // eslint-disable-next-line @typescript-eslint/no-require-imports
      require(path.resolve(file));
    });
}
