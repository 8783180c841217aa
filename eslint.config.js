import tseslint from 'typescript-eslint';
import hooks from 'eslint-plugin-react-hooks';

const impure = (name, message) => ({ name, message });

export default tseslint.config(
  { ignores: ['**/dist/', '**/node_modules/', '.cache/', 'test-results/'] },
  ...tseslint.configs.recommended,
  {
    rules: {
      '@typescript-eslint/no-unused-vars': [
        'error',
        { argsIgnorePattern: '^_', varsIgnorePattern: '^_' },
      ],
      '@typescript-eslint/consistent-type-imports': 'error',
      eqeqeq: ['error', 'always', { null: 'ignore' }],
      'no-restricted-imports': [
        'error',
        {
          name: 'zod',
          message: 'The large build is four times as large: take z from core/schema.',
        },
      ],
    },
  },
  {
    // core is pure: the clock, randomness, the DOM and Node are arguments, never reached for.
    files: ['core/src/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: {
      'no-restricted-globals': [
        'error',
        ...[
          'window',
          'document',
          'navigator',
          'localStorage',
          'fetch',
          'process',
          'Buffer',
          'performance',
          'crypto',
          'setTimeout',
          'setInterval',
          'console',
        ].map((name) => impure(name, 'core is pure: take it as an argument.')),
      ],
      'no-restricted-properties': [
        'error',
        {
          object: 'Math',
          property: 'random',
          message: 'core is pure: take randomness as an argument.',
        },
        {
          object: 'Date',
          property: 'now',
          message: 'core is pure: take the clock as an argument.',
        },
      ],
      'no-restricted-syntax': [
        'error',
        {
          selector: "NewExpression[callee.name='Date'][arguments.length=0]",
          message: 'core is pure: take the clock as an argument.',
        },
        {
          selector: 'ImportDeclaration[source.value=/^node:|^@canter-book/]',
          message: 'core imports neither Node nor another workspace.',
        },
      ],
    },
  },
  {
    // What is longer becomes what its parts are called.
    files: ['{core,server,web,cli}/src/**/*.{ts,tsx}'],
    ignores: ['**/*.test.{ts,tsx}', '**/testing/**'],
    rules: { 'max-lines-per-function': ['error', { max: 60, IIFEs: true }] },
  },
  {
    files: ['web/src/**/*.{ts,tsx}'],
    plugins: { 'react-hooks': hooks },
    rules: hooks.configs.recommended.rules,
  },
);
