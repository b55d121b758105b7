/** @type {import("jest").Config} */
const config = {
  testMatch: [
    "<rootDir>/src/**/*.test.ts",
    "<rootDir>/src/**/*.test.tsx",
    "<rootDir>/cli/**/*.test.ts",
    "<rootDir>/scripts/**/*.test.ts",
  ],
  moduleNameMapper: { "^@/(.*)$": "<rootDir>/src/$1" },
  transform: {
    "^.+\\.(t|j)sx?$": [
      "@swc/jest",
      {
        jsc: {
          target: "es2022",
          parser: { syntax: "typescript", tsx: true },
          transform: { react: { runtime: "automatic" } },
        },
      },
    ],
  },
  // These packages ship ES modules only.
  transformIgnorePatterns: ["/node_modules/(?!(d3-polygon|uuid|@noble/hashes|p-limit|yocto-queue)/)"],
  modulePathIgnorePatterns: ["<rootDir>/.next", "<rootDir>/.ember"],
  // Groups of all the others, for a whole run: see jest.together.config.mjs.
  testPathIgnorePatterns: ["/node_modules/", "/jest/together/"],
  setupFilesAfterEnv: ["<rootDir>/scripts/jest/record-codes.ts"],
  // A slow shared machine is no fault of what is tested.
  testTimeout: 180_000,
  maxWorkers: 2,
};

export default config;
