import js from '@eslint/js';
import angular from 'angular-eslint';
import tseslint from 'typescript-eslint';

export default tseslint.config(
  {
    ignores: [
      '**/node_modules/**',
      '**/dist/**',
      '**/.angular/**',
      '**/out-tsc/**',
      'coverage/**',
      'data/**',
      '.test-data/**',
      'e2e/results/**',
      'eslint.config.js',
      'web/karma.conf.cjs',
    ],
  },
  js.configs.recommended,
  {
    files: ['**/*.ts'],
    extends: [...tseslint.configs.strictTypeChecked, ...tseslint.configs.stylisticTypeChecked],
    languageOptions: { parserOptions: { projectService: true, tsconfigRootDir: import.meta.dirname } },
    rules: {
      '@typescript-eslint/restrict-template-expressions': ['error', { allowNumber: true, allowBoolean: true }],
      '@typescript-eslint/no-confusing-void-expression': 'off',
      '@typescript-eslint/no-extraneous-class': ['error', { allowWithDecorator: true }],
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      '@typescript-eslint/unbound-method': 'off',
      '@typescript-eslint/no-non-null-assertion': 'error',
      '@typescript-eslint/non-nullable-type-assertion-style': 'off',
      '@typescript-eslint/no-unnecessary-condition': 'off',
      '@typescript-eslint/prefer-nullish-coalescing': 'off',
      '@typescript-eslint/dot-notation': 'off',
      '@typescript-eslint/no-unnecessary-type-parameters': 'off',
      '@typescript-eslint/consistent-type-imports': 'error',
      // A named type of a shape: its name, and not all that is in it, stands in messages and declarations.
      '@typescript-eslint/no-empty-object-type': ['error', { allowInterfaces: 'with-single-extends' }],
      eqeqeq: ['error', 'always', { null: 'ignore' }],
      'max-lines': ['error', { max: 520, skipBlankLines: true, skipComments: true }],
    },
  },
  {
    files: ['**/*.spec.ts'],
    rules: { 'max-lines': ['error', { max: 620, skipBlankLines: true, skipComments: true }] },
  },
  // The project that builds the core leaves its specs out; the one that checks them has both.
  {
    files: ['core/src/**/*.ts'],
    languageOptions: {
      parserOptions: {
        projectService: false,
        project: 'core/tsconfig.spec.json',
        tsconfigRootDir: import.meta.dirname,
      },
    },
  },
  {
    files: ['core/src/**/*.ts'],
    ignores: ['**/*.spec.ts'],
    rules: {
      'no-restricted-properties': [
        'error',
        { object: 'Date', property: 'now', message: 'The core has no clock.' },
        { object: 'Math', property: 'random', message: 'The core has no randomness but a seed.' },
      ],
      'no-restricted-globals': ['error', 'document', 'window', 'process', 'fetch'],
    },
  },
  {
    files: ['web/src/**/*.ts'],
    extends: [...angular.configs.tsRecommended],
    processor: angular.processInlineTemplates,
  },
  {
    files: ['web/src/**/*.html'],
    extends: [...angular.configs.templateRecommended, ...angular.configs.templateAccessibility],
  },
  {
    files: ['**/*.mjs'],
    languageOptions: {
      globals: Object.fromEntries(
        ['process', 'performance', 'setInterval', 'clearInterval', 'setTimeout', 'clearTimeout'].map((name) => [
          name,
          'readonly',
        ]),
      ),
    },
  },
);
