// Lint: TypeScript and React as usual, and what packages each floor does without. Which room may use which is held by
// tests/house/rooms.test.ts.
import next from 'eslint-config-next/core-web-vitals';
import prettier from 'eslint-config-prettier';
import tseslint from 'typescript-eslint';

/** Packages that a floor does without. */
const without = (name, packages) => ({
  files: [`src/${name}/**/*.{ts,tsx}`],
  ignores: ['**/*.test.ts', 'src/core/testing/**'],
  rules: {
    'no-restricted-imports': ['error', { patterns: [{ group: packages, message: `src/${name} does without this` }] }],
  },
});

export default tseslint.config(
  {
    ignores: [
      '.next/**',
      'kernels/**',
      '.build/**',
      'node_modules/**',
      'public/**',
      '.data/**',
      'next-env.d.ts',
      'coverage/**',
    ],
  },
  // Hooks and elements are in two places; looking for them elsewhere takes a seventh of the time.
  ...next.map((part) => (part.plugins ? { ...part, files: ['app/**', 'src/interface/**'] } : part)),
  ...tseslint.configs.recommended,
  {
    files: ['**/*.{ts,tsx,mts}'],
    rules: {
      '@typescript-eslint/no-unused-vars': [
        'error',
        { argsIgnorePattern: '^_', varsIgnorePattern: '^_', destructuredArrayIgnorePattern: '^_' },
      ],
      '@typescript-eslint/consistent-type-imports': [
        'error',
        { fixStyle: 'inline-type-imports', disallowTypeAnnotations: false },
      ],
      eqeqeq: 'error',
      'no-console': ['error', { allow: ['error'] }],
    },
  },
  { files: ['scripts/**', 'demo/**', 'tests/**'], rules: { 'no-console': 'off' } },
  without('core', [
    'react',
    'react-dom',
    '@mantine/*',
    'node:*',
    'knex',
    'mysql2',
    'sharp',
    '@napi-rs/canvas',
    'next',
    'next/*',
  ]),
  without('contract', [
    'react',
    'react-dom',
    '@mantine/*',
    'node:*',
    'knex',
    'sharp',
    '@napi-rs/canvas',
    'next',
    'next/*',
  ]),
  without('server', ['react', 'react-dom', '@mantine/*']),
  without('workers', ['react', 'react-dom', '@mantine/*', 'node:*', 'knex', 'sharp', '@napi-rs/canvas']),
  without('interface', ['node:*', 'knex', 'sharp', '@napi-rs/canvas']),
  {
    // The core knows no clock and no chance.
    files: ['src/core/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: {
      'no-restricted-properties': [
        'error',
        { object: 'Math', property: 'random', message: 'the core takes ids and seeds from outside' },
        { object: 'Date', property: 'now', message: 'the core knows no clock' },
      ],
    },
  },
  prettier,
  {
    // Code is formed by Prettier, which leaves comments and texts alone: comments are held here, texts may be long.
    files: ['**/*.{ts,tsx,mts,mjs}'],
    rules: {
      'max-len': [
        'error',
        { code: 120, ignoreStrings: true, ignoreTemplateLiterals: true, ignoreRegExpLiterals: true, ignoreUrls: true },
      ],
    },
  },
);
