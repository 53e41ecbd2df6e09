import hooks from 'eslint-plugin-react-hooks';
import ts from 'typescript-eslint';

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
  {
    files: ['core/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: {
      'no-restricted-globals': ['error', 'window', 'document', 'navigator', 'process', 'Buffer', 'setTimeout', 'crypto'],
      'no-restricted-properties': ['error', { object: 'Math', property: 'random' }, { object: 'Date', property: 'now' }],
    },
  },
);
