import next from "eslint-config-next/core-web-vitals";
import nextTypes from "eslint-config-next/typescript";
import { rooms, packagesOf } from "./scripts/lib/rooms.mjs";

/** Who may import whom, in both spellings: the alias and the relative path. */
const roomRules = Object.entries(rooms).map(([room, allowed]) => {
  const others = Object.keys(rooms).filter((other) => other !== room && !allowed.includes(other));
  const message = `${room} may import ${allowed.length ? allowed.join(", ") : "nothing"} only: see docs/decisions/0002-rooms.md`;
  return {
    files: room === "cli" ? ["cli/**/*.{ts,tsx}"] : [`src/${room}/**/*.{ts,tsx}`],
    rules: {
      "no-restricted-imports": [
        "error",
        {
          patterns: [
            ...others.map((other) => ({ regex: `^(@/|(\\.\\./)+(src/)?)${other}(/|$)`, message })),
            ...packagesOf(room).map(({ regex, why }) => ({ regex, message: why })),
          ],
        },
      ],
    },
  };
});

const config = [
  { ignores: ["**/.next*/**", ".ember/**", "next-env.d.ts", "docs/**", "test-results/**", "playwright-report/**"] },
  ...next,
  ...nextTypes,
  { rules: { "@typescript-eslint/no-unused-vars": ["error", { argsIgnorePattern: "^_", ignoreRestSiblings: true }], "no-console": "off" } },
  ...roomRules,
];

export default config;
