import hooks from 'eslint-plugin-react-hooks';
import ts from 'typescript-eslint';

const WORDS = 'Sentences stand in words/ under a key: t(…).';
/** Attributes that are shown or spoken. */
const SHOWN =
  '/^(label|hint|title|text|note|said|placeholder|what|name|aria-label|aria-valuetext|aria-roledescription|accessibilityLabel)$/';
/** Units, names of formats and tests’ names are no words of a language. */
const LETTERS = '/[A-Za-z]{3}/';
const TEXT_IN_JSX = [
  { selector: `JSXText[value=${LETTERS}]`, message: WORDS },
  { selector: `JSXAttribute[name.name=${SHOWN}] > Literal[value=/^[A-Z]|\\s/]`, message: WORDS },
  { selector: `JSXAttribute[name.name=${SHOWN}] > JSXExpressionContainer > Literal[value=/^[A-Z]|\\s/]`, message: WORDS },
  {
    selector: `JSXAttribute[name.name=${SHOWN}] > JSXExpressionContainer > ConditionalExpression > Literal[value=/^[A-Z]|\\s/]`,
    message: WORDS,
  },
  { selector: `JSXElement > JSXExpressionContainer > Literal[value=${LETTERS}]`, message: WORDS },
  { selector: `JSXElement > JSXExpressionContainer > ConditionalExpression > Literal[value=${LETTERS}]`, message: WORDS },
  { selector: `JSXElement > JSXExpressionContainer > TemplateLiteral > TemplateElement[value.raw=${LETTERS}]`, message: WORDS },
];

export default ts.config(
  { ignores: ['node_modules', 'dist', '.cache', '.expo', 'test-results', 'playwright-report', '**/*.cjs', '*.config.js', '*.d.ts'] },
  ...ts.configs.strict,
  {
    files: ['**/*.{ts,tsx}'],
    rules: {
      '@typescript-eslint/no-non-null-assertion': 'off', // typed-array reads under noUncheckedIndexedAccess
      '@typescript-eslint/consistent-type-imports': 'error',
      'no-console': ['error', { allow: ['log', 'error'] }],
      eqeqeq: 'error',
      'max-lines': ['error', { max: 300, skipBlankLines: true }],
    },
  },
  { files: ['core/**', 'engine/**', 'session/**', 'ui/**'], rules: { 'no-console': 'error' } },
  {
    files: ['**/*.{ts,tsx}'],
    plugins: { 'react-hooks': hooks },
    rules: { 'react-hooks/rules-of-hooks': 'error', 'react-hooks/exhaustive-deps': 'error' },
  },
  // An engine that is asked how late its output is can stand still for ever: one place knows which may be asked.
  {
    files: ['engine/**/*.ts', 'session/**/*.ts', 'ui/**/*.{ts,tsx}'],
    ignores: ['engine/play/lateness.ts'],
    rules: {
      'no-restricted-properties': [
        'error',
        { property: 'outputLatency', message: 'lateness(…) asks only where it is safe.' },
        { property: 'getOutputTimestamp', message: 'lateness(…) asks only where it is safe.' },
      ],
    },
  },
  // What a person reads or hears stands in words/: a sentence in the interface has a key.
  {
    files: ['app/**/*.tsx', 'ui/**/*.tsx'],
    rules: { 'no-restricted-syntax': ['error', ...TEXT_IN_JSX] },
  },
  {
    files: ['core/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: {
      'no-restricted-globals': ['error', 'window', 'document', 'navigator', 'process', 'Buffer', 'setTimeout', 'crypto'],
      'no-restricted-properties': ['error', { object: 'Math', property: 'random' }, { object: 'Date', property: 'now' }],
    },
  },
);
