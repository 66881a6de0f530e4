/** The thread of the server's converter, built as a file of its own beside the server. */
import { defineConfig } from 'vite';

export default defineConfig({
  build: {
    ssr: 'src/lib/server/convert-worker.ts',
    outDir: 'build/convert',
    emptyOutDir: true,
    target: 'node20',
    rollupOptions: { output: { entryFileNames: 'worker.js' } }
  }
});
