import { BaseSequencer, type TestSpecification } from 'vitest/node';
import { sveltekit } from '@sveltejs/kit/vite';
import tailwindcss from '@tailwindcss/vite';
import type { Plugin } from 'vite';
import { defineConfig } from 'vitest/config';

interface Node {
  readonly type: string;
  readonly start: number;
  readonly end: number;
  readonly [field: string]: unknown;
}

const isNode = (value: unknown): value is Node => typeof (value as Node | null)?.type === 'string';

/** Properties of these names in the objects that `command` is called with. */
function saidOf(node: Node, names: ReadonlySet<string>): Node[] {
  const callee = node.callee as Node | undefined;
  const own =
    node.type === 'CallExpression' && callee?.name === 'command'
      ? ((node.arguments as Node[])[0]?.properties as Node[]).filter(({ key }) =>
          names.has((key as Node).name as string)
        )
      : [];
  const within = Object.values(node)
    .flatMap((value) => (Array.isArray(value) ? (value as unknown[]) : [value]))
    .filter(isNode);
  return [...own, ...within.flatMap((one) => saidOf(one, names))];
}

/** What commands say of themselves is for the command line and the documents: the page never tells it, and does not load it. */
const withoutWords: Plugin = {
  name: 'commands without their words',
  apply: 'build',
  enforce: 'post',
  transform(code, id, options) {
    if (options?.ssr || !id.includes('/src/lib/core/') || !code.includes('command({')) return null;
    const said = saidOf(this.parse(code) as unknown as Node, new Set(['about', 'example']));
    return said
      .sort((p, q) => q.start - p.start)
      .reduce(
        (text, { start, end, key }) =>
          `${text.slice(0, start)}${(key as Node).name as string}: 0${text.slice(end)}`,
        code
      );
  }
};

/** Those that go through every field take longest: begun last, they would be waited for alone. */
class LongestFirst extends BaseSequencer {
  override async sort(files: TestSpecification[]): Promise<TestSpecification[]> {
    const sorted = await super.sort(files);
    const isLong = ({ moduleId }: TestSpecification) => moduleId.includes('/fields');
    return [...sorted.filter(isLong), ...sorted.filter((one) => !isLong(one))];
  }
}

export default defineConfig({
  plugins: [tailwindcss(), sveltekit(), withoutWords],
  worker: { format: 'es' },
  // Its build for today's browsers, as modules: 3 kB less to load.
  resolve: { alias: { dexie: 'dexie/dist/modern/dexie.mjs' } },
  optimizeDeps: { exclude: ['manifold-3d'] },
  build: {
    chunkSizeWarningLimit: 1200,
    // Only the components that are used: the library's index brings the classes of all of them.
    rolldownOptions: {
      // Small pictures of their own files cost more than they hold.
      output: {
        advancedChunks: {
          groups: [
            { name: 'icons', test: /@lucide/ },
            { name: 'basics', test: /src\/lib\/core\/(units|geometry)\// },
            {
              name: 'tools',
              test: /src\/lib\/editor\/(tools\/(?!late|shape|tape)|kinds\/(?!(chimney|clear-space|column|dimension|footing|ground|guide|roof|rooflight|slab|stair|storey|site-note|room-tie|survey-room|survey-run|tracing-sheet)\/tool|(roof|slab|tracing-sheet)\/(dormer|edge|fall|found|slope)-tool)[a-z-]+\/([a-z-]*tool|kind|hanging|leaf|clear-start)\.)/
            },
            {
              name: 'plan',
              test: /src\/lib\/(core\/(drawing\/|display\/marks|model\/|kernels\/joints\/frame|kinds\/(wall|opening|chimney|column|roof)\/(plan|stages|through|jambs)\.))/
            }
          ]
        }
      },
      treeshake: {
        // They only make a table of classes, a stage of the derivation: those that nothing asks for are left out.
        manualPureFunctions: ['tv', 'stage', 'stageWithMemory'],
        moduleSideEffects: [{ test: /node_modules\/flowbite-svelte\//, sideEffects: false }]
      }
    }
  },
  test: {
    include: ['src/**/*.test.ts'],
    setupFiles: ['src/lib/core/testing/setup.ts'],
    environment: 'node',
    testTimeout: 120_000,
    // The long ones side by side: by itself it keeps a core free.
    maxWorkers: '100%',
    // Reading the core anew for each file took a third of the whole; what a file needs fresh it makes fresh.
    isolate: false,
    sequence: { sequencer: LongestFirst }
  }
});
