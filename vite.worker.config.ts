/** The thread of the server's converter and its limits, built as files of their own beside the server. */
import { defineConfig } from 'vite';

export default defineConfig({
  build: {
    ssr: true,
    outDir: 'build/convert',
    emptyOutDir: true,
    target: 'node20',
    rollupOptions: {
      input: { worker: 'src/lib/server/convert-worker.ts', limits: 'src/lib/server/limits.ts' },
      output: { entryFileNames: '[name].js' }
    }
  }
});
