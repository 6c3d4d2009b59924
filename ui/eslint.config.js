import prettier from 'eslint-config-prettier'
import vue from 'eslint-plugin-vue'
import a11y from 'eslint-plugin-vuejs-accessibility'
import ts from 'typescript-eslint'

export default ts.config(
  { ignores: ['dist', 'dist-home', 'src/api/schema.d.ts', 'node_modules'] },
  ...ts.configs.strict,
  ...vue.configs['flat/recommended'],
  ...a11y.configs['flat/recommended'],
  { files: ['**/*.vue'], languageOptions: { parserOptions: { parser: ts.parser } } },
  {
    rules: {
      // TypeScript knows which names there are.
      'no-undef': 'off',
      // One-word names are the screen's own words.
      'vue/multi-word-component-names': 'off',
      // A prop that is left out is undefined, and its type says so.
      'vue/require-default-prop': 'off',
      // A dialog that opens takes the focus to its field.
      'vuejs-accessibility/no-autofocus': 'off',
      // A label stands around its control.
      'vuejs-accessibility/label-has-for': ['error', { required: { some: ['nesting', 'id'] }, components: [] }],
    },
  },
  prettier,
)
