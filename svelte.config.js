import adapter from '@sveltejs/adapter-node';
import { vitePreprocess } from '@sveltejs/vite-plugin-svelte';

export default {
  preprocess: vitePreprocess(),
  compilerOptions: {
    runes: ({ filename }) => (filename.includes('node_modules') ? undefined : true)
  },
  kit: {
    adapter: adapter(),
    csp: {
      mode: 'nonce',
      directives: {
        'default-src': ['self'],
        'script-src': ['self', 'wasm-unsafe-eval'],
        'style-src': ['self', 'unsafe-inline'],
        'img-src': ['self', 'blob:', 'data:'],
        'font-src': ['self', 'data:'],
        'connect-src': ['self', 'blob:', 'data:'],
        'worker-src': ['self', 'blob:'],
        'object-src': ['none'],
        'base-uri': ['self'],
        'frame-ancestors': ['none']
      }
    },
    typescript: {
      config: (config) => ({
        ...config,
        include: [
          ...config.include,
          '../src/cli/**/*.ts',
          '../scripts/**/*.ts',
          '../tests/**/*.ts',
          '../*.ts'
        ]
      })
    }
  }
};
