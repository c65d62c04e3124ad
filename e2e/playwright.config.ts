import { mkdtempSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { defineConfig } from '@playwright/test'
import { chromiumArgs } from './chromiumArgs'
import { DEMO_DAY } from './demoDay'

const root = join(import.meta.dirname, '..')

/** Parts that share nothing: each has a server and data of its own, so that they can run side by side. */
const parts = {
  day: { specs: /\/[1-4]-.*\.spec\.ts$/, port: 4690 },
  library: { specs: /\/([5-9]|10)-.*\.spec\.ts$/, port: 4693 },
  live: { specs: /\/1[12]-.*\.spec\.ts$/, port: 4695 },
  timetable: { specs: /\/1[789]-.*\.spec\.ts$/, port: 4696 },
  lost: { specs: /\/1[3-6]-.*\.spec\.ts$/, port: 4694 },
} as const
const asked = process.env.OCHOTE_E2E_PART
const name = (Object.keys(parts) as (keyof typeof parts)[]).find((part) => part === asked) ?? null
const port = Number(process.env.OCHOTE_E2E_PORT ?? (name ? parts[name].port : 4690))
// the configuration is read again by every worker: the folder is made once and handed on
process.env.OCHOTE_E2E_DATA ??= mkdtempSync(join(tmpdir(), 'ochote-e2e-'))

/** The built application over the demonstration data, driven in Debian's Chromium. */
export default defineConfig({
  testDir: '.',
  ...(name ? { testMatch: parts[name].specs } : {}),
  outputDir: join(root, `test-results/e2e${name ? `-${name}` : ''}`),
  workers: 1, // one database: the specs of a part follow one another as the day does
  fullyParallel: false,
  retries: 0,
  timeout: 120_000,
  expect: { timeout: 15_000 },
  reporter: [['list'], ['json', { outputFile: join(root, `test-results/e2e${name ? `-${name}` : ''}.json`) }]],
  use: {
    baseURL: `http://127.0.0.1:${port}`,
    viewport: { width: 1280, height: 800 },
    launchOptions: { executablePath: '/usr/bin/chromium-headless-shell', args: chromiumArgs },
    screenshot: 'only-on-failure',
    acceptDownloads: true,
    serviceWorkers: 'block', // but for the spec that tries it: what passes through one cannot be kept from the server
    timezoneId: 'UTC',
    contextOptions: { reducedMotion: 'reduce' }, // a slow machine would draw each step of every fade
  },
  webServer: {
    command: `node server/dist/seed.mjs ${DEMO_DAY} && exec node server/dist/main.mjs`,
    cwd: root,
    url: `http://127.0.0.1:${port}/api/health`,
    env: { OCHOTE_PORT: String(port), OCHOTE_DATA: process.env.OCHOTE_E2E_DATA },
    timeout: 60_000,
  },
})
