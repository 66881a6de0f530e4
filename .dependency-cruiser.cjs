const lib = (name) => `^src/lib/${name}/`;
const core = (name) => `^src/lib/core/${name}/`;
const notTest = '\\.test\\.ts$|core/testing/';
const forbid = (name, from, to) => ({
  name,
  severity: 'error',
  from: { path: from, pathNot: notTest },
  to: { path: to }
});

/** Folders of the core from the bottom up: each may use those before it and none after it. */
const folders = [
  'geometry',
  'units',
  'display',
  'kernels',
  'document',
  'kinds',
  'model',
  'commands',
  'drawing',
  'review',
  'takeoff',
  'exchange'
];
const upwards = folders.slice(0, -1).map((name, i) =>
  forbid(
    `core-${name}-uses-nothing-above`,
    core(name),
    folders.slice(i + 1).map((above) => core(above))
  )
);

module.exports = {
  forbidden: [
    { name: 'no-circular', severity: 'error', from: {}, to: { circular: true } },
    ...upwards,
    forbid('drawing-asks-no-command', core('(drawing|review)'), [core('commands')]),
    // Only the register and the kind itself know its declaration: others use what stands in its folder.
    {
      name: 'a-kind-is-declared-to-the-register',
      severity: 'error',
      from: { path: '^src/', pathNot: 'core/kinds/register\\.ts$' },
      to: { path: 'core/kinds/[^/]+/kind\\.ts$' }
    },
    forbid('core-stands-alone', '^src/lib/core/', ['^src/lib/(?!core/)', '^src/routes', '^src/cli']),
    forbid('core-has-no-interface', '^src/lib/core/', [
      '^node_modules/(svelte|three|dexie|comlink|flowbite)'
    ]),
    forbid('worker-on-core', lib('worker'), ['^src/lib/(?!core/|worker/)', '^src/routes']),
    forbid('storage-on-core', lib('storage'), ['^src/lib/(?!core/|storage/)', '^src/routes']),
    forbid('meter-stands-alone', lib('meter'), ['^src/lib/(?!meter/)', '^src/routes', '^node_modules/']),
    forbid('editor-below-views', lib('editor'), [
      '^src/lib/(plan|scene|components)/',
      '^src/routes',
      '^node_modules/svelte'
    ]),
    forbid('plan-not-scene', lib('plan'), ['^src/lib/(scene|components)/', '^src/routes']),
    forbid('scene-not-plan', lib('scene'), ['^src/lib/(plan|components)/', '^src/routes']),
    forbid('components-below-routes', lib('components'), ['^src/routes']),
    forbid('server-on-core', lib('server'), ['^src/lib/(?!core/|server/)']),
    forbid('components-know-no-server', '^src/lib/(?!server/)', [lib('server')]),
    forbid('cli-on-core', '^src/cli', ['^src/lib/(?!core/)'])
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsConfig: { fileName: 'tsconfig.json' },
    tsPreCompilationDeps: true
  }
};
