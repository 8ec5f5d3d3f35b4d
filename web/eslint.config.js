import vue from "eslint-plugin-vue";
import ts from "typescript-eslint";

export default ts.config(
  { ignores: ["dist", "src/shared/api/schema.d.ts"] },
  ...ts.configs.recommended,
  ...vue.configs["flat/essential"],
  { files: ["**/*.vue"], languageOptions: { parserOptions: { parser: ts.parser } } },
  {
    rules: {
      "vue/multi-word-component-names": "off",
      // v-html gets KaTeX's output (it escapes what it is given) and notes that went through DOMPurify
      "vue/no-v-html": "off",
    },
  },
);
