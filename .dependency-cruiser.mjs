/** What ESLint cannot see: circles of imports, and stations that lean on each other. Types count. */
const config = {
  forbidden: [
    {
      name: 'no-circle',
      comment: 'Move what both need into a file of its own.',
      severity: 'error',
      from: {},
      to: { circular: true },
    },
    {
      name: 'stations-apart',
      comment: 'What several stations need lies in base; what puts them together, in frame.',
      severity: 'error',
      from: { path: '^src/features/([^/]+)/' },
      to: { path: '^src/features/', pathNot: '^src/features/$1/' },
    },
  ],
  options: {
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '\\.test\\.ts$' },
  },
};

export default config;
