import { readdirSync } from "node:fs";

import js from "@eslint/js";
import prettier from "eslint-config-prettier";
import vue from "eslint-plugin-vue";
import globals from "globals";
import ts from "typescript-eslint";

// Read from the directory: a new feature has its walls at once.
const features = readdirSync(`${import.meta.dirname}/src/features`);

// A feature sees another feature only through its index.ts; nothing sees app/.
const walls = (own) => ({
  "no-restricted-imports": [
    "error",
    {
      patterns: [
        { group: ["@/app/*"], message: "Nothing imports app/." },
        ...features
          .filter((f) => f !== own)
          .map((f) => ({
            group: [`@/features/${f}/*`],
            message: `Import @/features/${f} instead.`,
          })),
        ...(own === null ? [{ group: ["@/features/*"], message: "shared/ knows no feature." }] : []),
      ],
    },
  ],
});

export default [
  { ignores: ["node_modules", "src/shared/api/schema.d.ts"] },
  js.configs.recommended,
  ...ts.configs.strict,
  ...vue.configs["flat/recommended"],
  {
    files: ["**/*.{ts,vue}"],
    languageOptions: {
      globals: globals.browser,
      parserOptions: { parser: ts.parser, extraFileExtensions: [".vue"] },
    },
    rules: { "vue/multi-word-component-names": "off" },
  },
  { files: ["checks/*.js"], languageOptions: { globals: globals.node } },
  // A test that reads past the end fails by itself.
  { files: ["**/*.test.ts"], rules: { "@typescript-eslint/no-non-null-assertion": "off" } },
  { files: ["src/shared/**/*.{ts,vue}"], rules: walls(null) },
  ...features.map((f) => ({ files: [`src/features/${f}/**/*.{ts,vue}`], rules: walls(f) })),
  prettier,
  {
    files: ["public/**/*.js"],
    languageOptions: { globals: { ...globals.browser, ...globals.serviceworker } },
  },
];
