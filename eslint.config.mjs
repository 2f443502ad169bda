import tseslint from 'typescript-eslint';
import reactHooks from 'eslint-plugin-react-hooks';
import { ownKeys } from './scripts/lint/own-keys.mjs';
import { throughAccess } from './scripts/lint/through-access.mjs';

export default tseslint.config(
  { ignores: ['public/**', '.next/**', '.data/**', 'node_modules/**', 'next-env.d.ts', '**/*.mjs', '**/*.cjs'] },
  ...tseslint.configs.strictTypeChecked,
  {
    languageOptions: { parserOptions: { projectService: true, tsconfigRootDir: import.meta.dirname } },
    plugins: {
      'react-hooks': reactHooks,
      nunatak: { rules: { 'own-keys': ownKeys, 'through-access': throughAccess } },
    },
    rules: {
      ...reactHooks.configs.recommended.rules,
      // Values are kept in refs to be read by handlers and effects; the compiler's stricter rules are not used.
      'react-hooks/refs': 'off',
      'react-hooks/set-state-in-effect': 'off',
      'react-hooks/immutability': 'off',
      'react-hooks/incompatible-library': 'off',
      'no-console': 'error',
      'nunatak/own-keys': 'error',
      '@typescript-eslint/no-explicit-any': 'error',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      '@typescript-eslint/restrict-template-expressions': ['error', { allowNumber: true, allowBoolean: true }],
      '@typescript-eslint/no-confusing-void-expression': 'off',
      '@typescript-eslint/no-misused-promises': [
        'error',
        { checksVoidReturn: { attributes: false, properties: false } },
      ],
      // Indexed access into arrays of known length is everywhere in numeric code.
      '@typescript-eslint/no-non-null-assertion': 'error',
      '@typescript-eslint/no-unnecessary-condition': 'off',
      '@typescript-eslint/no-extraneous-class': 'off',
      '@typescript-eslint/unbound-method': 'off',
      '@typescript-eslint/no-unnecessary-type-parameters': 'off',
      '@typescript-eslint/no-meaningless-void-operator': 'off',
      '@typescript-eslint/return-await': 'off',
      '@typescript-eslint/require-await': 'off',
    },
  },
  {
    files: ['core/**/*.ts'],
    rules: {
      'no-restricted-properties': [
        'error',
        { object: 'Math', property: 'random', message: 'Chance comes in seeded.' },
        { object: 'Date', property: 'now', message: 'The core has no clock.' },
        { object: 'performance', property: 'now', message: 'The core has no clock.' },
      ],
    },
  },
  {
    files: ['server/**/*.ts'],
    ignores: ['server/access/**', 'server/db/**', '**/*.test.ts'],
    rules: { 'nunatak/through-access': 'error' },
  },
  {
    // Pages, routes and actions get at what is stored through the server's rooms, which ask for the right.
    files: ['app/**/*.{ts,tsx}', 'server/actions.ts', 'ui/**/*.{ts,tsx}'],
    ignores: ['**/*.test.{ts,tsx}'],
    rules: {
      '@typescript-eslint/no-restricted-imports': [
        'error',
        {
          patterns: [
            {
              group: ['@/server/db', '@/server/db/*', 'drizzle-orm*', 'pg'],
              allowTypeImports: true,
              message: 'What is stored is got through the rooms of server/, which ask server/access.',
            },
          ],
        },
      ],
    },
  },
  {
    files: ['**/*.test.ts'],
    rules: {
      '@typescript-eslint/no-non-null-assertion': 'off',
      '@typescript-eslint/no-unsafe-assignment': 'off',
      'nunatak/own-keys': 'off',
    },
  },
);
