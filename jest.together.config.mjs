import config from "./jest.config.mjs";
import { unitFiles } from "./scripts/jest/unit-files.mjs";

/** A whole run: most files in groups, each of which reads the core once; `jest.config.mjs` is for some of them by name. */
const groups = 4;
const { alone, groups: together } = unitFiles(groups);

/** @type {import("jest").Config} */
const whole = {
  ...config,
  testMatch: [
    ...alone.map((file) => `<rootDir>/${file}`),
    ...together.map((_, group) => `<rootDir>/scripts/jest/together/group-${group}.test.ts`),
  ],
  testPathIgnorePatterns: ["/node_modules/"],
  globals: { emberGroups: together },
};

export default whole;
