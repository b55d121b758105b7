/** @type {import("dependency-cruiser").IConfiguration} */
const config = {
  forbidden: [
    {
      name: "no-circles",
      comment: "What two things share stands below both, types included: see docs/decisions/0002-rooms.md",
      severity: "error",
      from: {},
      to: { circular: true },
    },
  ],
  options: {
    // Imports of types alone count: they say what a reader has to know first.
    tsPreCompilationDeps: true,
    tsConfig: { fileName: "tsconfig.json" },
    doNotFollow: { path: "node_modules" },
    exclude: { path: "\\.test\\.tsx?$|^node_modules" },
  },
};

export default config;
