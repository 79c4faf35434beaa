import { sveltekit } from '@sveltejs/kit/vite';
import tailwindcss from '@tailwindcss/vite';
import { defineConfig } from 'vite';

export default defineConfig({
  plugins: [tailwindcss(), sveltekit()],
  worker: { format: 'es' },
  build: {
    target: 'es2022',
    rolldownOptions: {
      // the interface library does not say that its modules do nothing but export: all its looks came with the first of them
      treeshake: { moduleSideEffects: [{ test: /\/flowbite-svelte\/dist\/.*\.js$/, sideEffects: false }] }
    }
  }
});
