import { createServer, type Server } from 'node:http'
import { once } from 'node:events'
import { chromium, expect, test, type Browser } from '@playwright/test'
import { chromiumArgs } from './chromiumArgs'
import { OwnServer } from './ownServer'
import { expectAccessible, stintOf, storedLog, tapLine } from './support'

const open = new OwnServer(4698)
const guarded = new OwnServer(4699, { OCHOTE_HOST: '0.0.0.0', OCHOTE_PIN: '482913' })
const FOREIGN_PORT = 4700
let foreign: Server
let browser: Browser

test.beforeAll(async () => {
  await Promise.all([open, guarded].map((server) => server.seed()))
  await Promise.all([open, guarded].map((server) => server.start()))
  foreign = createServer((_req, res) => res.setHeader('content-type', 'text/html').end('<title>Another site</title>')).listen(FOREIGN_PORT)
  await once(foreign, 'listening')
  // names of other sites that lead here, as an attacker's would; the browser's own guard of local networks is off, as in other browsers
  const names = '--host-resolver-rules=MAP evil.example 127.0.0.1, MAP other.example 127.0.0.1'
  const args = [...chromiumArgs, names, '--disable-features=LocalNetworkAccessChecks,BlockInsecurePrivateNetworkRequests']
  browser = await chromium.launch({ executablePath: '/usr/bin/chromium-headless-shell', args })
})
test.afterAll(async () => {
  await browser.close()
  foreign.close()
  await Promise.all([open, guarded].map((server) => server.kill()))
})

test('a page of another site reads nothing and changes nothing', async ({ request }) => {
  const people = (await (await request.get(`${open.base}/api/people`)).json()) as { id: string; name: string }[]
  const page = await browser.newPage()
  await page.goto(`http://other.example:${FOREIGN_PORT}/`)
  const tried = await page.evaluate(
    async ({ base, id }) => {
      const body = JSON.stringify({ change: { name: 'Taken Over' }, fromVersion: 1 })
      const attempt = async (path: string, init: RequestInit) => {
        try {
          const answer = await fetch(base + path, init)
          return answer.type === 'opaque' ? 'opaque' : `${answer.status} ${await answer.text()}`
        } catch {
          return 'blocked'
        }
      }
      const stream = new Promise<string>((resolve) => {
        const source = new EventSource(`${base}/api/loggers/streams?follow=a:0`)
        source.onmessage = (event) => resolve(String(event.data))
        source.onerror = () => resolve('blocked')
      })
      return [
        await attempt('/api/people', {}),
        await attempt('/api/people', { mode: 'no-cors' }),
        await attempt(`/api/people/${id}`, { method: 'PUT', headers: { 'content-type': 'application/json' }, body }),
        await attempt('/api/plans', { method: 'POST', mode: 'no-cors', headers: { 'content-type': 'text/plain' }, body }),
        await attempt('/api/loggers/simulated', { method: 'POST', mode: 'no-cors', body: new Blob([body]) }),
        await stream,
      ]
    },
    { base: open.base, id: people[0]!.id },
  )
  for (const answer of tried) expect(['blocked', 'opaque']).toContain(answer)
  await page.setContent(
    `<form id="f" method="post" action="${open.base}/api/plans" enctype="text/plain"><input name='{"id":"' value='x"}'></form>`,
  )
  await page.evaluate(() => (document.getElementById('f') as HTMLFormElement).submit())
  await expect(page.locator('body')).toContainText('A page of another site asked this')
  expect(await (await request.get(`${open.base}/api/people`)).json()).toEqual(people)
  await page.close()
})

test('a foreign name that is made to lead here gets no answer: rebinding', async ({ request }) => {
  const people = (await (await request.get(`${open.base}/api/people`)).json()) as { id: string; name: string }[]
  const page = await browser.newPage()
  // the page's own origin is now one that leads to Ochote
  const answer = await page.goto(`http://evil.example:4698/`)
  expect(answer!.status()).toBe(421)
  const tried = await page.evaluate(async (id) => {
    const read = await fetch('/api/people')
    const write = await fetch(`/api/people/${id}`, {
      method: 'PUT',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ change: { name: 'Taken Over' }, fromVersion: 1 }),
    })
    return [read.status, await read.text(), write.status]
  }, people[0]!.id)
  expect([tried[0], tried[2]]).toEqual([421, 421])
  expect(tried[1]).not.toContain(people[0]!.name)
  expect(await (await request.get(`${open.base}/api/people`)).json()).toEqual(people)
  await page.close()
})

test('beyond this computer a device gives the PIN once, and what it logged before is sent then', async () => {
  const context = await browser.newContext({ baseURL: guarded.base, viewport: { width: 390, height: 844 }, serviceWorkers: 'block' })
  const page = await context.newPage()
  await page.goto('/')
  const dialog = page.getByRole('dialog', { name: 'The school’s PIN' })
  await expect(dialog).toBeVisible()
  await expectAccessible(page)
  await dialog.getByLabel('PIN').fill('111111')
  await dialog.getByRole('button', { name: 'Open' }).click()
  await expect(dialog).toContainText('pin: found another number, expected the school’s PIN')
  await dialog.getByLabel('PIN').fill('482913')
  await page.keyboard.press('Enter')
  await expect(dialog).toHaveCount(0)
  await expect(page.getByText('Skerrow Basin').first()).toBeVisible()
  expect(await page.evaluate(() => document.cookie)).toBe('')
  const { path, id } = await stintOf(page, 'Agnes Thorley')

  // its cookie is gone: it logs on, and sends when it is let in again
  await page.goto(path('run'))
  await expect(page.getByRole('button', { name: /^Line:/ })).toBeEnabled()
  const cookies = await context.cookies()
  await context.clearCookies()
  await tapLine(page)
  await expect(dialog).toBeVisible()
  await dialog.getByRole('button', { name: 'Not now' }).click()
  await tapLine(page)
  await expect(page.getByText('2 on this device, not sent yet')).toBeVisible()
  await page.getByRole('button', { name: 'Give the PIN' }).click()
  await expect(dialog).toBeVisible()
  await context.addCookies(cookies)
  await guarded.kill()
  await guarded.start()
  await page.reload()
  await expect(page.getByText('All saved')).toBeVisible()
  await expect(dialog).toHaveCount(0)
  expect((await storedLog(context.request, id)).filter((e) => e.kind === 'line')).toHaveLength(2)
  await context.close()
})
