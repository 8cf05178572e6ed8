import next from "eslint-config-next/core-web-vitals";
import nextTypes from "eslint-config-next/typescript";

/** Imports point downward only: app → features → components, editor → core; app → server → core. */
const below = (folder, forbidden, why) => ({
  files: [`src/${folder}/**/*.{ts,tsx}`],
  // A test may reach upward for what it drives; those of the core run wherever the core does.
  ignores: folder === "core" ? [] : ["**/*.test.ts"],
  rules: {
    "no-restricted-imports": ["error", { patterns: [{ group: forbidden, message: why }] }],
  },
});

const config = [
  { ignores: [".next/**", "dist/**", "data/**", "next-env.d.ts", "test-results/**", "playwright-report/**"] },
  ...next,
  ...nextTypes,
  {
    rules: {
      "@typescript-eslint/no-explicit-any": "error",
      "@typescript-eslint/no-unused-vars": ["error", { argsIgnorePattern: "^_", varsIgnorePattern: "^_" }],
      "@next/next/no-img-element": "off",
    },
  },
  below(
    "core",
    [
      "react",
      "react-dom",
      "react/*",
      "next",
      "next/*",
      "kysely",
      "better-sqlite3",
      "node:*",
      "fs",
      "path",
      "crypto",
      "@/app/*",
      "@/features/*",
      "@/components/*",
      "@/editor/*",
      "@/server/*",
      "prosemirror-view",
      "d3",
    ],
    "src/core is pure computation: no interface, database, Node or DOM.",
  ),
  below(
    "server",
    ["react", "@/app/*", "@/features/*", "@/components/*", "@/editor/*"],
    "The server knows no interface.",
  ),
  below(
    "editor",
    ["@/app/*", "@/features/*", "@/components/*", "@/server/*"],
    "The editor stands on the core alone.",
  ),
  below(
    "components",
    ["@/app/*", "@/features/*", "@/editor/*", "@/server/*"],
    "Shared parts know no feature.",
  ),
  below("features", ["@/app/*", "@/server/*"], "Features reach the server by its routes."),
];

export default config;
