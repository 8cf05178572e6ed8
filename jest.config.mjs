/** Unit tests stand beside the code they test; native ES modules, so that ESM-only packages load as they are. */
const config = {
  testEnvironment: "node",
  roots: ["<rootDir>/src", "<rootDir>/cli", "<rootDir>/bench", "<rootDir>/demo", "<rootDir>/tests"],
  testMatch: ["**/*.test.ts"],
  // Of two processors both are used; what is timed is timed by the benches.
  maxWorkers: "100%",
  // What hangs fails; what is slow on a busy machine does not.
  testTimeout: 120_000 * Number(process.env.RUNS_TIMES ?? 1),
  setupFiles: ["<rootDir>/tests/property-seed.ts"],
  extensionsToTreatAsEsm: [".ts", ".tsx"],
  moduleNameMapper: {
    "^@/(.*)$": "<rootDir>/src/$1",
    "^#tests/(.*)$": "<rootDir>/tests/$1",
    // Nothing is painted.
    "\\.css$": "<rootDir>/node_modules/server-only/empty.js",
    // A test is the server.
    "^server-only$": "<rootDir>/node_modules/server-only/empty.js",
  },
  transform: {
    "^.+\\.tsx?$": [
      "@swc/jest",
      { jsc: { parser: { syntax: "typescript", tsx: true }, target: "es2022" }, module: { type: "es6" } },
    ],
  },
};

export default config;
