import js from "@eslint/js";
import prettier from "eslint-config-prettier";
import hooks from "eslint-plugin-react-hooks";
import globals from "globals";
import tseslint from "typescript-eslint";

export default tseslint.config(
  {
    ignores: [
      "build/",
      ".react-router/",
      ".cache/",
      ".demo/",
      "playwright-report/",
      "test-results/",
    ],
  },
  js.configs.recommended,
  {
    files: ["**/*.mjs"],
    languageOptions: { globals: { ...globals.node, document: "readonly" } },
  },
  {
    files: ["**/*.ts", "**/*.tsx"],
    extends: [...tseslint.configs.recommendedTypeChecked],
    languageOptions: {
      parserOptions: { projectService: true, tsconfigRootDir: import.meta.dirname },
    },
    plugins: { "react-hooks": hooks },
    rules: {
      "react-hooks/rules-of-hooks": "error",
      "react-hooks/exhaustive-deps": "error",
      "@typescript-eslint/no-explicit-any": "error",
      "@typescript-eslint/only-throw-error": [
        "error",
        { allow: [{ from: "lib", name: "Response" }] },
      ],
      "@typescript-eslint/switch-exhaustiveness-check": [
        "error",
        { considerDefaultExhaustiveForUnions: true },
      ],
      "@typescript-eslint/no-unused-vars": [
        "error",
        { argsIgnorePattern: "^_", ignoreRestSiblings: true },
      ],
      eqeqeq: "error",
    },
  },
  {
    // The kit has a part for each of these; the bench's hot half has plain classes of its own.
    files: ["app/**/*.tsx"],
    ignores: ["app/ui/**", "app/bench/screen/**", "app/bench/step/**"],
    rules: {
      "no-restricted-syntax": [
        "error",
        {
          selector:
            "JSXOpeningElement[name.name=/^(button|select|textarea|option|dialog|progress|meter)$/]",
          message: "No bare browser control: take the kit's (MUI, app/ui).",
        },
        {
          selector:
            "JSXOpeningElement[name.name='input']:not(:has(JSXAttribute[name.name='type'][value.value='hidden']))",
          message: "No bare browser control: take the kit's (MUI, app/ui).",
        },
        {
          selector:
            "JSXAttribute[name.name='component'][value.value=/^(input|button|select|textarea|option|dialog)$/]",
          message: "No bare browser control: take the kit's (MUI, app/ui).",
        },
      ],
    },
  },
  { files: ["e2e/**"], rules: { "react-hooks/rules-of-hooks": "off" } },
  prettier,
);
