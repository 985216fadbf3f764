import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vitest/config';

const alias = { '@': fileURLToPath(new URL('..', import.meta.url)).replace(/\/$/, '') };

/** What notices faults in circuit, gates and readings: their own tests, and those that compare with hand calculation. */
export default defineConfig({
  resolve: { alias },
  test: {
    include: ['core/{circuit,gates,readings,assess}/*.test.ts', 'tests/reference/{hand-calculation,judged}.test.ts'],
    testTimeout: 900_000,
  },
});
