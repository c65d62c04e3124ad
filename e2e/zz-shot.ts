// throwaway
import { chromium } from '@playwright/test'
import { chromiumArgs } from './chromiumArgs'
const base = 'http://127.0.0.1:4790'
const days = (await (await fetch(base + '/api/days')).json()) as { id: string }[]
const dayId = days[days.length - 1]!.id
const day = await (await fetch(base + '/api/days/' + dayId)).json()
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium-headless-shell', args: chromiumArgs })
const jobs = JSON.parse(process.argv[2]!) as {
  name: string
  path: string
  size?: [number, number]
  theme?: string
  act?: string
  full?: boolean
}[]
for (const job of jobs) {
  const page = await browser.newPage({
    viewport: { width: job.size?.[0] ?? 1280, height: job.size?.[1] ?? 800 },
    serviceWorkers: 'block',
    reducedMotion: 'reduce',
  })
  page.on('pageerror', (e) => console.log('PAGE ERROR', job.name, e.message))
  page.on('console', (m) => {
    if (m.type() === 'error') console.log('CONSOLE', job.name, m.text().slice(0, 300))
  })
  await page.addInitScript((t) => localStorage.setItem('ochote.theme', t), job.theme ?? 'light')
  const stint = (name: string) => {
    const p = day.people.find((x: { name: string }) => x.name.startsWith(name))
    return day.stints.find((s: { stint: { studentId: string } }) => s.stint.studentId === p.id).stint.id
  }
  const path = job.path.replace('DAY', '/days/' + dayId).replace(/STINT\((\w+)\)/, (_, n: string) => stint(n))
  await page.goto(base + path)
  await page.waitForLoadState('networkidle')
  await page.waitForFunction(() => document.querySelector('[role="progressbar"]') === null).catch(() => null)
  if (job.act) await (new Function('page', 'return (async () => {' + job.act + '})()') as (p: unknown) => Promise<void>)(page)
  await page.waitForTimeout(400)
  const o = await page.evaluate(() => [
    document.documentElement.scrollWidth - document.documentElement.clientWidth,
    document.documentElement.scrollHeight,
  ])
  console.log(job.name, o)
  await page.screenshot({ path: `/tmp/t/${job.name}.png`, fullPage: job.full ?? false })
  await page.close()
}
await browser.close()
