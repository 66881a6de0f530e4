import { sveltekit } from '@sveltejs/kit/vite';
import tailwindcss from '@tailwindcss/vite';
import { defineConfig } from 'vitest/config';

export default defineConfig({
  plugins: [tailwindcss(), sveltekit()],
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
            { name: 'basics', test: /src\/lib\/core\/(units|geometry)\// }
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
    testTimeout: 60_000
  }
});
