import { readdirSync } from 'node:fs';
import js from '@eslint/js';
import reactHooks from 'eslint-plugin-react-hooks';
import globals from 'globals';
import tseslint from 'typescript-eslint';

/**
 * Imports run one way: web and server over contract over core; formats over core. A workspace
 * names here what of ours it may know.
 */
const knows = {
  core: [],
  formats: ['core'],
  instruments: ['core'],
  standins: ['core', 'demo'],
  contract: ['core', 'instruments'],
  drawing: ['core', 'contract'],
  writing: ['core', 'contract'],
  demo: ['core', 'contract'],
  server: ['core', 'contract', 'formats', 'drawing', 'writing', 'demo', 'instruments', 'standins'],
  web: ['core', 'contract', 'drawing', 'writing'],
  // e2e sees what a person sees, and nothing of ours from the inside.
  e2e: [],
};
const workspaces = Object.keys(knows);

/** What of ours a workspace must not know. */
function beyond(workspace) {
  const forbidden = workspaces.filter((other) => other !== workspace && !knows[workspace].includes(other));
  return {
    group: forbidden.flatMap((other) => [`@undameter/${other}`, `@undameter/${other}/*`, `**/${other}/src/**`]),
    message: `${workspace} may know ${knows[workspace].join(', ') || 'none of our other workspaces'}.`,
  };
}

const noInputOrOutput = {
  group: ['node:*', 'react', 'react-dom', 'fastify', 'antd', 'echarts'],
  message: 'core has no I/O and no interface.',
};

const restricted = (files, patterns, ignores = []) => ({
  files,
  ignores: ['**/*.test.ts', ...ignores],
  rules: { 'no-restricted-imports': ['error', { patterns }] },
});

const oneWay = workspaces.map((workspace) =>
  restricted([`${workspace}/**/*.{ts,tsx}`], [beyond(workspace), ...(workspace === 'core' ? [noInputOrOutput] : [])]),
);

/** Within the web only the routing knows the places, and no place knows another: what two share has a room below them. */
const places = readdirSync(new URL('web/src/places', import.meta.url), { withFileTypes: true })
  .filter((entry) => entry.isDirectory())
  .map((entry) => entry.name);
const placesApart = [
  restricted(
    ['web/src/**/*.{ts,tsx}'],
    [beyond('web'), { group: ['**/places/**'], message: 'Only the routing knows the places.' }],
    ['web/src/routing/**', 'web/src/places/**'],
  ),
  ...places.map((place) =>
    restricted(
      [`web/src/places/${place}/**/*.{ts,tsx}`],
      [
        beyond('web'),
        {
          regex: `^(\\.\\./)+(${places.filter((other) => other !== place).join('|')})/`,
          message: 'Places do not know each other: what two share goes into a room below them.',
        },
      ],
    ),
  ),
];

export default tseslint.config(
  { ignores: ['**/dist/', '**/node_modules/', 'data/', 'e2e/test-results/'] },
  js.configs.recommended,
  tseslint.configs.recommended,
  {
    rules: {
      '@typescript-eslint/consistent-type-imports': ['error', { disallowTypeAnnotations: false }],
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      eqeqeq: 'error',
      'no-eval': 'error',
      'no-new-func': 'error',
      'prefer-const': 'error',
    },
  },
  {
    files: ['core/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: { 'no-restricted-globals': ['error', 'Date', 'fetch', 'process', 'window', 'document'] },
  },
  {
    files: ['**/*.{js,mjs}', 'server/**/*.ts', 'scripts/**/*.ts', 'e2e/**/*.ts'],
    languageOptions: { globals: globals.node },
  },
  {
    files: ['web/**/*.{ts,tsx}'],
    languageOptions: { globals: globals.browser },
    ...reactHooks.configs.flat.recommended,
  },
  ...oneWay,
  ...placesApart,
);
