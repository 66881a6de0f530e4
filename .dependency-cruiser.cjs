const lib = (name) => `^src/lib/${name}/`;
const core = (name) => `^src/lib/core/${name}/`;
const notTest = '\\.test\\.ts$|core/testing/';
const forbid = (name, from, to) => ({
  name,
  severity: 'error',
  from: { path: from, pathNot: notTest },
  to: { path: to }
});

module.exports = {
  forbidden: [
    { name: 'no-circular', severity: 'error', from: {}, to: { circular: true } },
    forbid('units-is-the-bottom', core('units'), [core('(?!units)')]),
    forbid('geometry-above-units-only', core('geometry'), [core('(?!geometry|units)')]),
    forbid('project-above-geometry', core('project'), [core('(?!project|geometry|units)')]),
    forbid('derive-above-project', core('derive'), [core('(?!derive|project|geometry|units)')]),
    forbid('commands-above-derive', core('commands'), [core('(exchange|drawing|review|takeoff)')]),
    forbid('drawing-above-derive', core('drawing'), [core('(exchange|review|takeoff|commands)')]),
    forbid('core-stands-alone', '^src/lib/core/', ['^src/lib/(?!core/)', '^src/routes', '^src/cli']),
    forbid('core-has-no-interface', '^src/lib/core/', [
      '^node_modules/(svelte|three|dexie|comlink|flowbite)'
    ]),
    forbid('worker-on-core', lib('worker'), ['^src/lib/(?!core/|worker/)', '^src/routes']),
    forbid('storage-on-core', lib('storage'), ['^src/lib/(?!core/|storage/)', '^src/routes']),
    forbid('editor-below-views', lib('editor'), [
      '^src/lib/(plan|scene|components)/',
      '^src/routes',
      '^node_modules/svelte'
    ]),
    forbid('plan-not-scene', lib('plan'), ['^src/lib/(scene|components)/', '^src/routes']),
    forbid('scene-not-plan', lib('scene'), ['^src/lib/(plan|components)/', '^src/routes']),
    forbid('components-below-routes', lib('components'), ['^src/routes']),
    forbid('cli-on-core', '^src/cli', ['^src/lib/(?!core/)'])
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsConfig: { fileName: 'tsconfig.json' },
    tsPreCompilationDeps: true
  }
};
