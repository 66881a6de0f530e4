import adapter from '@sveltejs/adapter-node';
import { policy } from './scripts/headers.mjs';
import { vitePreprocess } from '@sveltejs/vite-plugin-svelte';

export default {
  preprocess: vitePreprocess(),
  compilerOptions: {
    runes: ({ filename }) => (filename.includes('node_modules') ? undefined : true)
  },
  kit: {
    adapter: adapter(),
    // One shell for all addresses, so that it can be kept for when there is no network.
    paths: { relative: false },
    // The server keeps nothing of anybody: a file may be sent to be converted from anywhere.
    csrf: { trustedOrigins: ['*'] },
    csp: {
      mode: 'nonce',
      directives: policy
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
