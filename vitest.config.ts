import { defineConfig } from 'vitest/config'

export default defineConfig({
  test: {
    projects: [
      {
        test: {
          name: 'core',
          include: ['{contracts,core,solver,scripts}/**/*.test.ts'],
          environment: 'node',
          testTimeout: 30_000,
        },
      },
      {
        test: {
          name: 'server',
          include: ['{cli,server}/**/*.test.ts'],
          environment: 'node',
          globalSetup: ['server/src/testing/seededFolder.ts', 'scripts/testThreads.mjs'],
          testTimeout: 30_000,
          hookTimeout: 60_000,
        },
      },
      {
        test: {
          name: 'web',
          include: ['web/src/**/*.test.{ts,tsx}'],
          environment: 'jsdom',
          setupFiles: 'web/src/fixtures/setup.ts',
          testTimeout: 20_000,
          isolate: false, // loading the interface's libraries anew for every file took longer than the tests
        },
      },
    ],
  },
})
