import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

export default defineConfig({
  plugins: [react(), tailwindcss()],
  worker: { format: 'es' },
  build: {
    target: 'es2022',
    sourcemap: false,
    assetsInlineLimit: 0,
    rolldownOptions: {
      output: {
        // the first screen needs little of the core and the contract; each part of the rest comes with the places that use it
        codeSplitting: {
          includeDependenciesRecursively: false,
          groups: [
            {
              name: 'first',
              priority: 3,
              test: /(core\/src\/(clock|days|errors|random|phonics\/teaching-order)|contract\/src\/(addresses|problem-codes|roles|clock))\.ts$/,
            },
            { name: 'contract', priority: 1, test: /contract\/src\/|node_modules\/zod\// },
            { priority: 2, name: (id) => `core-${/core\/src\/(\w+)/.exec(id)![1]}`, test: /core\/src\/\w+/ },
          ],
        },
      },
    },
  },
  server: { port: 4181, proxy: { '/api': 'http://127.0.0.1:4180' } },
});
