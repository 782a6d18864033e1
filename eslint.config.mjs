import next from 'eslint-config-next';
import globals from 'globals';
import tseslint from 'typescript-eslint';

/** Imports point one way: each of these may import those before it. */
const tiers = [
  'core',
  'workers',
  'store',
  'browser',
  'actions',
  'components',
  'base',
  'features',
  'frame',
  'app',
];
const above = Object.fromEntries(tiers.slice(0, -1).map((tier, i) => [tier, tiers.slice(i + 1)]));
const outsideCore =
  '^(react|react-dom|next|idb|zustand|immer|zundo|three|@react-three/.*|comlink|sonner|radix-ui|lucide-react|node:.*|fs|path|crypto|stream|zlib|os)(/.*)?$';

/** Folders of core, each of which may import those before it; what lies in core itself comes first. */
const coreFolders = [
  'archive',
  'bundle',
  'gcode',
  'motion',
  'geometry',
  'print',
  'read',
  'sources',
  'model',
  'draw',
  'filament',
  'relief',
  'printer',
  'measured',
  'order',
  'recipe',
  'schedule',
  'guide',
  'blocks',
  'plan',
  'write',
  'proof',
  'delivery',
  'checks',
  'run',
  'log',
  'pieces',
];
const noOutside = {
  regex: outsideCore,
  message: 'core is pure: no React, browser or Node modules.',
};
/** Standard in browsers, workers and Node alike, without a page, a network or a disk behind it. */
const everywhere = ['atob', 'btoa', 'Intl', 'TextDecoder', 'TextEncoder', 'structuredClone'];
/** Types alone do not keep these out: the types of two packages bring those of browsers and Node. */
const noGlobals = {
  files: ['src/core/**/*.ts'],
  ignores: ['**/*.test.ts'],
  rules: {
    'no-restricted-globals': [
      'error',
      ...Object.keys({ ...globals.browser, ...globals.node })
        .filter((name) => !(name in globals.es2021) && !everywhere.includes(name))
        .map((name) => ({ name, message: 'core is pure: nothing of browsers or Node.' })),
    ],
  },
};

/** A promise that nobody waits for is a failure that nobody hears of; only the types know which calls are promises. */
const noFloating = {
  files: ['src/**/*.{ts,tsx}', 'cli/**/*.ts'],
  ignores: ['**/*.test.ts'],
  plugins: { '@typescript-eslint': tseslint.plugin },
  languageOptions: {
    parser: tseslint.parser,
    parserOptions: { projectService: true, tsconfigRootDir: import.meta.dirname },
  },
  rules: {
    '@typescript-eslint/no-floating-promises': 'error',
    '@typescript-eslint/no-unnecessary-condition': 'error',
  },
};

const coreRules = ['', ...coreFolders].map((folder, i) => ({
  files: [folder === '' ? 'src/core/*.ts' : `src/core/${folder}/**/*.ts`],
  ignores: ['**/*.test.ts'],
  rules: {
    'no-restricted-imports': [
      'error',
      {
        patterns: [
          noOutside,
          {
            regex: `^(@/|(\\.\\./)+)(${above.core.join('|')})(/|$)`,
            message: `core must not import from above it (order: ${tiers.join(' ← ')}).`,
          },
          ...(i === coreFolders.length
            ? []
            : [
                {
                  regex: `^(@/core/|(\\.\\./)+|\\./)(${coreFolders.slice(i).join('|')})/`,
                  message: `core/${folder} must not import what comes after it (order: ${coreFolders.join(', ')}).`,
                },
              ]),
        ],
      },
    ],
  },
}));

const directionRules = Object.entries(above)
  .filter(([tier]) => tier !== 'core')
  .map(([tier, banned]) => ({
    files: [`src/${tier}/**/*.{ts,tsx}`],
    ignores: ['**/*.test.ts'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            {
              regex: `^(@/|(\\.\\./)+)(${banned.join('|')})(/|$)`,
              message: `${tier} must not import from above it (order: ${tiers.join(' ← ')}).`,
            },
          ],
        },
      ],
    },
  }));

/**
 * Next's rules, with the rules of React (the compiler's among them, the slowest of all) only where
 * React is: core must not import it, and the rest is scripts.
 */
const reactRules = ['react', 'react-hooks', 'jsx-a11y'];
const nextRules = next.flatMap((part) => {
  const ofReact = Object.entries(part.rules ?? {}).filter(([name]) =>
    reactRules.some((plugin) => name.startsWith(`${plugin}/`)),
  );
  if (ofReact.length === 0) return [part];
  const rest = Object.fromEntries(
    Object.entries(part.rules).filter((entry) => !ofReact.some(([name]) => name === entry[0])),
  );
  return [
    { ...part, rules: rest },
    {
      name: `${part.name} (React)`,
      files: ['src/**/*.{ts,tsx}'],
      ignores: ['src/core/**', 'src/workers/**', '**/*.test.ts'],
      rules: Object.fromEntries(ofReact),
    },
  ];
});

const config = [
  {
    ignores: [
      '.next/**',
      'node_modules/**',
      'next-env.d.ts',
      'public/**',
      'tmp/**',
      '**/*.d.mts',
      'assembly/**',
    ],
  },
  ...nextRules,
  ...directionRules,
  ...coreRules,
  noGlobals,
  noFloating,
  {
    files: ['src/**/*.{ts,tsx}', 'cli/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: {
      // What is longer is read in pieces; where it is one table or one drawing, it says so.
      'max-lines-per-function': ['error', { max: 80, skipBlankLines: true, skipComments: true }],
    },
  },
  {
    rules: {
      'no-console': ['error', { allow: ['warn', 'error'] }],
      eqeqeq: 'error',
      'prefer-const': 'error',
      // A promise whose failure nobody hears of is a write that may be lost without a word.
      'no-void': 'error',
    },
  },
  {
    files: ['scripts/**', 'bench/**', 'demo/**', 'cli/**', 'tests/**'],
    rules: { 'no-console': 'off' },
  },
];

export default config;
