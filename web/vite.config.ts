import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';
import { messages } from './messages/plugin.js';
import { strictStyles } from './strict-styles/plugin.js';

export default defineConfig({
  plugins: [strictStyles(), messages(), react(), tailwindcss()],
  worker: { format: 'es' },
  build: {
    target: 'es2022',
    sourcemap: false,
    assetsInlineLimit: 0,
    rolldownOptions: {
      output: {
        // the first screen needs little of the core and the contract; the rest comes with the places that use it
        codeSplitting: {
          includeDependenciesRecursively: false,
          // modules of two chunks must never wait for each other: scripts/first-load.mjs ends the build where two do
          groups: [
            {
              name: 'first',
              priority: 3,
              test: /(core\/src\/(wording\/own-words|clock|days|errors|random|phonics\/teaching-order)|contract\/src\/(addresses|packed-children|problem-codes|roles|clock))\.ts$/,
            },
            { name: 'core', priority: 2, test: /core\/src\// },
            { name: 'contract', priority: 1, test: /contract\/src\/|node_modules\/zod\// },
            // what the first screen waits for is one file: sixty small ones are ten trips over a slow network. main.tsx, which waits
            // for the names of days, stays out of it: they come from a file that needs this one
            { name: 'start', priority: 0.5, test: /^(?!.*(node_modules\/yaml\/|web\/(src\/main\.tsx|index\.html)))/, tags: ['$initial'] },
            // what several places share goes by who shares it; pieces below 6 kB go with the nearest such, which costs a place 1 % more
            {
              name: 'shared',
              priority: 0,
              test: /web\/src\/|node_modules\//,
              minShareCount: 2,
              entriesAware: true,
              entriesAwareMergeThreshold: 6_000,
            },
          ],
        },
      },
    },
  },
  server: { port: 4181, proxy: { '/api': 'http://127.0.0.1:4180' } },
});
