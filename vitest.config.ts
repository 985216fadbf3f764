import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vitest/config';

const alias = { '@': fileURLToPath(new URL('.', import.meta.url)).replace(/\/$/, '') };

// As many files run at once as there are processors: a compiler and a collector with threads of their own take the time from
// another file. With one collector, a large nursery, and functions compiled when they are warmer, two at once take two thirds.
const execArgv = ['--single-threaded-gc', '--max-semi-space-size=64', '--interrupt-budget=1000000'];

export default defineConfig({
  test: {
    maxWorkers: '100%',
    projects: [
      {
        resolve: { alias },
        test: {
          name: 'unit',
          execArgv,
          include: ['{core,catalogue,cli,store,workers,ui,demo,scripts,server}/**/*.test.ts'],
          environment: 'node',
          // Nothing of ours keeps a state that another file could see, and to load the catalogue anew for each file was a third of
          // the time of all.
          isolate: false,
          // The store looks for a database when it is first loaded, whichever file that is for.
          setupFiles: ['fake-indexeddb/auto'],
          // A guard against a hang, not a measure: the longest takes a quarter of it on a loaded machine.
          testTimeout: 900_000,
        },
      },
      {
        resolve: { alias },
        test: {
          name: 'reference',
          execArgv,
          include: ['tests/reference/**/*.test.ts'],
          isolate: false,
          testTimeout: 900_000,
        },
      },
      {
        resolve: { alias },
        test: {
          name: 'browser',
          include: ['tests/browser/**/*.test.ts'],
          testTimeout: 600_000,
          // Each file has a server and a browser of its own; a file waits for its page half of the time.
          hookTimeout: 120_000,
          // Chromium's page process dies once in some thousand openings, with a null pointer of its own in a worker that is being ended.
          retry: { count: 1, condition: /tab crashed/ },
        },
      },
    ],
  },
});
