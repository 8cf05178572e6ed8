import next from "eslint-config-next/core-web-vitals";
import nextTypes from "eslint-config-next/typescript";

/** Imports point downward only: app → features → components, editor → contract → core; app → server → contract → core. */
const below = (folder, forbidden, why) => ({
  files: [`src/${folder}/**/*.{ts,tsx}`],
  // A test may reach upward for what it drives; those of the core run wherever the core does.
  ignores: folder === "core" ? [] : ["**/*.test.ts"],
  rules: {
    "no-restricted-imports": ["error", { patterns: [{ group: forbidden, message: why }] }],
  },
});

/** What a node carries is read through the typed accessors of `src/core/kinds`; what is decided by kind is a total record. */
const kindsOnly = {
  files: ["src/**/*.{ts,tsx}", "cli/**/*.ts", "demo/**/*.ts"],
  ignores: ["src/core/kinds/**", "**/*.test.ts"],
  rules: {
    "no-restricted-syntax": [
      "error",
      {
        // What comes from a parser of HTML or Markdown is taken apart as `{ attrs: written }`.
        selector:
          "MemberExpression[property.name='attrs'], ObjectPattern > Property[key.name='attrs'][value.name='attrs']",
        message: "ProseMirror's own attrs may be anything: read them by asKind, asMark, settingsOf or idOf.",
      },
      {
        selector:
          "SwitchStatement > MemberExpression.discriminant[property.name='name'][object.property.name='type']",
        message: "What is decided by kind is a total record, see byKind.",
      },
      {
        selector: "SwitchStatement > SwitchCase > MemberExpression[object.name=/^(nodes|marks)$/]",
        message: "What is decided by kind is a total record, see byKind.",
      },
      {
        selector:
          "BinaryExpression[operator=/^[!=]==$/] > MemberExpression[property.name='name'][object.property.name='type']",
        message: "Ask isKind or asKind; what is decided by kind is a total record, see byKind.",
      },
      {
        selector:
          "BinaryExpression[operator=/^[!=]==$/] > MemberExpression[object.name=/^(nodes|marks)$/][property.name!='length'], BinaryExpression[operator=/^[!=]==$/] > MemberExpression[object.property.name=/^(nodes|marks)$/][property.name!='length']",
        message: "Ask isKind or asKind; what is decided by kind is a total record, see byKind.",
      },
    ],
  },
};

/** The same borders by where files lie, so that no relative path leads around them. */
const apart = (folder, ...above) => ({
  target: `./src/${folder}`,
  from: above.map((name) => `./src/${name}`),
  message: "Imports point downward only, by whatever path.",
});
/** Of the core, `order` alone stands below what is bent in ProseMirror. */
const belowCore = { ...apart("prosemirror"), from: "./src/core", except: ["./order"] };
/** A component or hook, by its name. */
const DRAWS = /^(?:[A-Z]|use[A-Z])/;

/**
 * What changes in place is read by `useDocument` or `useSessionValue` while a component is drawn, or it would show what was; handlers and
 * effects read it as it is.
 */
const readsWhileDrawing = {
  meta: {
    type: "problem",
    schema: [],
    messages: {
      live: "Read this by useDocument or useSessionValue: the component is not drawn again when it changes.",
    },
  },
  create(context) {
    const isPart = ({ object, property }) =>
      object?.name === "session" && ["store", "viewport"].includes(property?.name);
    const report = (node) => {
      let above = node.parent;
      while (above && !/Function/.test(above.type)) above = above.parent;
      const name = above?.id?.name ?? above?.parent?.id?.name ?? "";
      if (DRAWS.test(name)) context.report({ node, messageId: "live" });
    };
    return {
      MemberExpression(node) {
        const own = node.object?.name === "session" && LIVE_OF_SESSION.has(node.property.name);
        if (own || (isPart(node.object) && LIVE.has(node.property.name))) report(node);
      },
      VariableDeclarator(node) {
        if (node.init && isPart(node.init) && node.id.properties?.some(({ key }) => LIVE.has(key?.name)))
          report(node);
      },
    };
  },
};
const LIVE = new Set(["state", "index", "outline", "title", "givenTitle", "inView", "drawnShare"]);
const LIVE_OF_SESSION = new Set(["pages", "pagesShown"]);
const drawing = {
  files: ["src/features/**/*.tsx"],
  plugins: { drawing: { rules: { "reads-while-drawing": readsWhileDrawing } } },
  rules: { "drawing/reads-while-drawing": "error" },
};

const UPPER = ["app", "features", "components", "editor", "server"];
const downward = {
  files: ["src/**/*.{ts,tsx}"],
  ignores: ["**/*.test.ts", "**/*.test.tsx"],
  rules: {
    "import/no-restricted-paths": [
      "error",
      {
        zones: [
          apart("prosemirror", ...UPPER, "threads"),
          belowCore,
          apart("core", "contract", ...UPPER, "threads"),
          apart("contract", ...UPPER, "threads"),
          apart("threads", ...UPPER),
          apart("server", "app", "features", "components", "editor"),
          apart("editor", "app", "features", "components", "server", "threads"),
          apart("components", "app", "features", "editor", "server", "threads"),
          apart("features", "app", "server", "threads"),
        ],
      },
    ],
  },
};

const config = [
  {
    ignores: [
      ".next/**",
      ".types/**",
      "dist/**",
      "data/**",
      "next-env.d.ts",
      "test-results/**",
      "playwright-report/**",
    ],
  },
  ...next,
  ...nextTypes,
  {
    rules: {
      "@typescript-eslint/no-explicit-any": "error",
      "@typescript-eslint/no-unused-vars": ["error", { argsIgnorePattern: "^_", varsIgnorePattern: "^_" }],
      "@next/next/no-img-element": "off",
    },
  },
  kindsOnly,
  drawing,
  downward,
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
