// What the folders of the interface may do with one another; part of the lint.
module.exports = {
  forbidden: [
    { name: 'no-circle', severity: 'error', from: {}, to: { circular: true } },
    { name: 'no-circle-of-folders', severity: 'error', scope: 'folder', from: {}, to: { circular: true } },
    {
      name: 'common-knows-no-noun',
      comment: 'What everything is made of knows nothing that is made of it.',
      severity: 'error',
      from: { path: '^src/common/' },
      to: { path: '^src/(?!common/)' },
    },
  ],
  options: { doNotFollow: { path: 'node_modules' }, tsConfig: { fileName: 'tsconfig.json' } },
};
