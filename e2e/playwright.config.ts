import { mkdtempSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { defineConfig } from '@playwright/test'
import { chromiumArgs } from './chromiumArgs'

const root = join(import.meta.dirname, '..')
const port = Number(process.env.OCHOTE_E2E_PORT ?? 4690)
// the configuration is read again by every worker: the folder is made once and handed on
process.env.OCHOTE_E2E_DATA ??= mkdtempSync(join(tmpdir(), 'ochote-e2e-'))

/** The built application over the demonstration data, driven in Debian's Chromium. */
export default defineConfig({
  testDir: '.',
  outputDir: join(root, 'test-results/e2e'),
  workers: 1, // one database: the specs follow one another as the day does
  fullyParallel: false,
  retries: 0,
  timeout: 120_000,
  expect: { timeout: 10_000 },
  reporter: [['list'], ['json', { outputFile: join(root, 'test-results/e2e.json') }]],
  use: {
    baseURL: `http://127.0.0.1:${port}`,
    viewport: { width: 1280, height: 800 },
    launchOptions: { executablePath: '/usr/bin/chromium', args: chromiumArgs },
    screenshot: 'only-on-failure',
    acceptDownloads: true,
  },
  webServer: {
    command: 'npx tsx server/src/demo/seed.ts && exec npx tsx server/src/main.ts',
    cwd: root,
    url: `http://127.0.0.1:${port}/api/health`,
    env: { OCHOTE_PORT: String(port), OCHOTE_DATA: process.env.OCHOTE_E2E_DATA },
    timeout: 60_000,
  },
})
