/** Circles of imports, those of types included: two files that need each other are one, or lack a third. */
const config = {
  forbidden: [
    {
      name: 'no-circle',
      comment: 'Move what both need into a file of its own.',
      severity: 'error',
      from: {},
      to: { circular: true },
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
