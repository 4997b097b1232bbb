import js from '@eslint/js';
import prettier from 'eslint-config-prettier';
import a11y from 'eslint-plugin-jsx-a11y';
import hooks from 'eslint-plugin-react-hooks';
import ts from 'typescript-eslint';

export default ts.config(
  { ignores: ['target', 'node_modules', 'src/api/schema.ts', 'scripts', 'public', 'eslint.config.js'] },
  js.configs.recommended,
  ts.configs.recommendedTypeChecked,
  { languageOptions: { parserOptions: { projectService: true } } },
  a11y.flatConfigs.recommended,
  hooks.configs.flat.recommended,
  {
    rules: {
      '@typescript-eslint/no-misused-promises': ['error', { checksVoidReturn: false }],
      'jsx-a11y/no-autofocus': 'off',
    },
  },
  {
    files: ['src/**'],
    ignores: ['src/theme.ts', '**/*.test.tsx'],
    rules: {
      'no-restricted-syntax': [
        'error',
        {
          selector: 'Literal[value=/^#[0-9a-f]{3,8}$/i], TemplateElement[value.raw=/#[0-9a-f]{3,8}\\b/i]',
          message: 'Colours come from theme.ts',
        },
        {
          selector:
            'JSXText[value=/[A-Za-z]{2}/]:not([value=/^\\s*(Alt\\+Enter|F9)\\s*$/]), JSXAttribute[name.name=/^(aria-label|label|placeholder|title|alt)$/] > Literal[value=/[A-Za-z]{2}/]',
          message: 'What people read comes from texts/',
        },
      ],
    },
  },
  prettier,
);
