import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vitest/config';

const alias = { '@': fileURLToPath(new URL('..', import.meta.url)).replace(/\/$/, '') };

/** What is to notice faults in circuit, gates and readings: their own tests, and of those that compare the quick ones. */
export default defineConfig({
  resolve: { alias },
  test: {
    include: [
      'core/{circuit,gates,readings,assess}/*.test.ts',
      'tests/reference/{hand-calculation,balanced,judged,demo-setups,failure-table-power}.test.ts',
    ],
    testTimeout: 900_000,
  },
});
