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
  {
    // Time, chance and waiting come in from outside: the same question has the same answer on every machine.
    files: ["core/**/*.ts"],
    ignores: ["core/**/*.test.ts"],
    rules: {
      "no-restricted-globals": [
        "error",
        ...["performance", "setTimeout", "setInterval", "requestAnimationFrame", "process"].map(
          (name) => ({
            name,
            message: "The core has no clock and no process: pass in what it needs.",
          }),
        ),
      ],
      "no-restricted-syntax": [
        "error",
        {
          selector: "NewExpression[callee.name='Date'][arguments.length=0]",
          message: "The core has no clock: pass the moment in.",
        },
        {
          selector:
            "MemberExpression[object.name='Date'][property.name='now'], MemberExpression[object.name='Math'][property.name='random']",
          message: "The core has no clock and no dice: pass them in.",
        },
      ],
    },
  },
  { files: ["e2e/**"], rules: { "react-hooks/rules-of-hooks": "off" } },
  prettier,
);
