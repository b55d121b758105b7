import next from "eslint-config-next/core-web-vitals";
import nextTypes from "eslint-config-next/typescript";
import { rooms, packagesOf } from "./scripts/lib/rooms.mjs";

const tests = ["**/*.test.{ts,tsx}", "**/fixtures/**"];

/** Who may import whom, in both spellings: the alias and the relative path. Tests may read files; rooms bind them too. */
const roomRules = Object.entries(rooms).flatMap(([room, allowed]) => {
  const folder = room === "cli" ? "cli" : `src/${room}`;
  const others = Object.keys(rooms).filter((other) => other !== room && !allowed.includes(other));
  const message = `${room} may import ${allowed.length ? allowed.join(", ") : "no other room"} only: see docs/decisions/0002-rooms.md`;
  const otherRooms = others.map((other) => ({ regex: `^(@/|(\\.\\./)+(src/)?)${other}(/|$)`, message }));
  const packages = packagesOf(room).map(({ regex, why }) => ({ regex, message: why }));
  const restrict = (files, ignores, patterns) => ({
    files,
    ignores,
    rules: { "no-restricted-imports": ["error", { patterns }] },
  });
  return [
    restrict([`${folder}/**/*.{ts,tsx}`], tests, [...otherRooms, ...packages]),
    restrict(
      tests.map((glob) => `${folder}/${glob}`),
      [],
      otherRooms,
    ),
  ];
});

// Rules about React compile every file they look at: most of a run, and outside of the interface for nothing.
const reactRules = Object.fromEntries(
  next
    .flatMap(({ rules = {} }) => Object.keys(rules))
    .filter((rule) => /^(react|react-hooks|jsx-a11y|@next\/next)\//u.test(rule))
    .map((rule) => [rule, "off"]),
);

const config = [
  { ignores: ["**/.next*/**", ".ember/**", "next-env.d.ts", "docs/**", "test-results/**", "playwright-report/**"] },
  ...next,
  ...nextTypes,
  { ignores: ["src/ui/**", "src/app/**"], rules: reactRules },
  {
    rules: {
      "@typescript-eslint/no-unused-vars": ["error", { argsIgnorePattern: "^_", ignoreRestSiblings: true }],
      "no-console": "off",
    },
  },
  ...roomRules,
];

export default config;
