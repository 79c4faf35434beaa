import adapter from '@sveltejs/adapter-node';
import { vitePreprocess } from '@sveltejs/vite-plugin-svelte';

/** @type {import('@sveltejs/kit').Config} */
export default {
  preprocess: vitePreprocess(),
  kit: {
    adapter: adapter({ out: 'build' }),
    typescript: { config: (config) => ({ ...config, include: [...config.include, '../scripts/**/*.ts'] }) },
    // registered when the page rests, by src/lib/ui/offline/install.svelte.ts
    serviceWorker: { register: false },
    // every write's origin is looked at by src/lib/server/auth/hosts.ts, whatever its type of content
    csrf: { trustedOrigins: ['*'] },
    csp: {
      mode: 'nonce',
      directives: {
        'default-src': ['self'],
        'style-src': ['self', 'unsafe-inline'],
        'img-src': ['self', 'data:', 'blob:'],
        'worker-src': ['self', 'blob:'],
        'object-src': ['none'],
        'base-uri': ['self'],
        'frame-ancestors': ['none'],
        'form-action': ['self']
      }
    }
  }
};
