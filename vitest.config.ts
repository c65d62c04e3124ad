import { defineConfig } from 'vitest/config'

/** Ends what hangs. How quick a computation is, the benchmarks say: a slow machine may take its time over a test. */
const HANGS_AFTER_MS = 120_000

export default defineConfig({
  test: {
    projects: [
      {
        test: {
          name: 'core',
          include: ['{contracts,core,solver,scripts}/**/*.test.ts'],
          environment: 'node',
          testTimeout: HANGS_AFTER_MS,
        },
      },
      {
        test: {
          name: 'server',
          include: ['{cli,server}/**/*.test.ts'],
          environment: 'node',
          globalSetup: ['server/src/testing/seededFolder.ts', 'scripts/testThreads.mjs'],
          testTimeout: HANGS_AFTER_MS,
          hookTimeout: HANGS_AFTER_MS,
        },
      },
      {
        test: {
          name: 'web',
          include: ['web/src/**/*.test.{ts,tsx}'],
          environment: 'jsdom',
          setupFiles: 'web/src/fixtures/setup.ts',
          testTimeout: HANGS_AFTER_MS,
          isolate: false, // loading the interface's libraries anew for every file took longer than the tests
        },
      },
    ],
  },
})
