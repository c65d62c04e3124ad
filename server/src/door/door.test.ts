import { once } from 'node:events'
import { mkdtempSync, rmSync, statSync } from 'node:fs'
import { request as httpRequest, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { hostname, tmpdir } from 'node:os'
import { join } from 'node:path'
import { pino } from 'pino'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import type { Knex } from 'knex'
import { createApp } from '../app'
import { openDatabase } from '../db/openDatabase'
import { ownAddresses } from './hostNames'
import { folderSecret, Pin } from './pin'
import { testPool } from '../testing/testPool'

const dataDir = mkdtempSync(join(tmpdir(), 'ochote-door-'))
let nowMs = Date.UTC(2026, 9, 17, 12)
const pinOf = (digits: string) => new Pin(digits, folderSecret(dataDir), () => nowMs)

let db: Knex
let server: Server
async function start(pin: Pin | null = null, names: string[] = []): Promise<void> {
  db = await openDatabase(':memory:')
  server = createApp({ db, pool: testPool(), log: pino({ level: 'silent' }), pin, names, now: () => new Date(nowMs) }).listen(
    0,
    '127.0.0.1',
  )
  await once(server, 'listening')
}
beforeEach(() => {
  nowMs = Date.UTC(2026, 9, 17, 12)
})
afterEach(async () => {
  server.closeAllConnections()
  server.close()
  await db.destroy()
})

interface Answer {
  status: number
  text: string
  headers: Record<string, string | string[] | undefined>
}
/** Asks with headers as they are given: a browser's own fetch would not let a page set them. */
function ask(method: string, path: string, headers: Record<string, string> = {}, body?: object): Promise<Answer> {
  const { port } = server.address() as AddressInfo
  const json = body ? { 'content-type': 'application/json' } : {}
  return new Promise((resolve, reject) => {
    const sent = httpRequest({ host: '127.0.0.1', port, method, path, headers: { ...json, ...headers } }, (res) => {
      let text = ''
      res.on('data', (piece) => (text += String(piece)))
      res.on('end', () => resolve({ status: res.statusCode!, text, headers: res.headers }))
    })
    sent.on('error', reject)
    sent.end(body ? JSON.stringify(body) : undefined)
  })
}
const cookieOf = (answer: Answer) => String(answer.headers['set-cookie']).split(';')[0]!
const samples = { name: 'Box', stintId: null, samples: [{ seq: 0, timeMs: Date.UTC(2026, 9, 17, 12), lat: 0, lon: 0 }] }

describe('who is answered', () => {
  it.each(['evil.example', 'evil.example:4722', 'localhost.evil.example', '127.0.0.1.evil.example', '[::'])(
    'is nobody who asks for %j',
    async (host) => {
      await start()
      for (const [method, path] of [
        ['GET', '/api/people'],
        ['PUT', '/api/school'],
        ['GET', '/'],
        ['GET', '/api/loggers/streams?follow=a:0'],
      ] as const) {
        const { status, text } = await ask(method, path, { host })
        expect([status, text.includes('OCHOTE_NAMES')]).toEqual([421, true])
      }
    },
  )

  it('is everybody who asks for this machine', async () => {
    await start(null, ['paddock.example'])
    for (const host of [
      'localhost:9',
      '127.0.0.1',
      '[::1]:80',
      hostname(),
      'Paddock.example:4600',
      ...ownAddresses().filter((a) => !a.includes(':')),
    ])
      expect((await ask('GET', '/api/people', { host })).status, host).toBe(200)
  })

  it('is no page of another site, for reading or for writing', async () => {
    await start()
    const school = JSON.parse((await ask('GET', '/api/school')).text) as object
    const write = (headers: Record<string, string>) =>
      ask('PUT', '/api/school', headers, { school: { ...school, name: 'Taken' }, fromVersion: 1 })
    const own = { host: 'localhost:4600' }
    expect((await ask('GET', '/api/people', { 'sec-fetch-site': 'cross-site' })).status).toBe(403)
    expect((await write({ ...own, 'sec-fetch-site': 'cross-site' })).status).toBe(403)
    expect((await write({ ...own, origin: 'http://evil.example' })).status).toBe(403)
    expect((await write({ ...own, origin: 'http://localhost:3000', 'sec-fetch-site': 'same-site' })).status).toBe(403)
    expect((await write({ ...own, origin: 'null' })).status).toBe(403)
    expect((await ask('GET', '/api/school')).text).not.toContain('Taken')
    expect((await write({ ...own, origin: 'http://localhost:4600', 'sec-fetch-site': 'same-origin' })).status).toBe(200)
  })
})

describe('the school’s PIN', () => {
  it('is asked for by everything that holds data, once for each device', async () => {
    await start(pinOf('482913'))
    for (const path of ['/api/people', '/api/days', '/api/health', '/api/time', '/api/loggers', '/api/loggers/streams?follow=a:0'])
      expect((await ask('GET', path)).status, path).toBe(401)
    expect((await ask('POST', '/api/door', {}, { pin: '482914' })).status).toBe(400)
    const opened = await ask('POST', '/api/door', {}, { pin: ' 482913 ' })
    expect(opened.status).toBe(200)
    expect(String(opened.headers['set-cookie'])).toMatch(/; HttpOnly; SameSite=Strict$/)
    expect((await ask('GET', '/api/people', { cookie: `theme=dark; ${cookieOf(opened)}` })).status).toBe(200)
  })

  it('gives a cookie that nobody can make, that ends, and that another PIN makes void', async () => {
    await start(pinOf('482913'))
    const cookie = cookieOf(await ask('POST', '/api/door', {}, { pin: '482913' }))
    const later = cookie.replace(/\.(\d+)\./, (_, until: string) => `.${Number(until) + 1}.`)
    for (const forged of [later, `${cookie}x`, cookie.slice(0, -3), 'ochote-device=a.9999999999999.', 'ochote-device='])
      expect((await ask('GET', '/api/people', { cookie: forged })).status, forged).toBe(401)
    expect(pinOf('482913').admits(cookie)).toBe(true)
    expect(pinOf('111111').admits(cookie)).toBe(false)
    nowMs += 181 * 86_400_000
    expect((await ask('GET', '/api/people', { cookie })).status).toBe(401)
  })

  it('is not guessed: a few wrong ones, and then a pause, also for the right one', async () => {
    await start(pinOf('482913'))
    const tries = []
    for (let k = 0; k < 7; k++) tries.push((await ask('POST', '/api/door', {}, { pin: String(100_000 + k) })).status)
    expect(tries).toEqual([400, 400, 400, 400, 400, 503, 503])
    expect((await ask('POST', '/api/door', {}, { pin: '482913' })).status).toBe(503)
    nowMs += 61_000
    expect((await ask('POST', '/api/door', {}, { pin: '482913' })).status).toBe(200)
  })

  it('is no business of loggers: they have a token, for sending and for nothing else', async () => {
    const pin = pinOf('482913')
    await start(pin)
    const token = { authorization: `Bearer ${pin.loggerToken}` }
    const refused = await ask('POST', '/api/loggers/box/samples', {}, samples)
    expect([refused.status, refused.text.includes('Authorization: Bearer')]).toEqual([401, true])
    expect((await ask('POST', '/api/loggers/box/samples', { authorization: 'Bearer wrong' }, samples)).status).toBe(401)
    expect((await ask('POST', '/api/loggers/box/samples', token, samples)).status).toBe(200)
    expect((await ask('GET', '/api/loggers', token)).status).toBe(401)
    expect((await ask('POST', '/api/loggers/simulated', token, {})).status).toBe(401)
  })

  it('is not needed where nobody else reaches the server', async () => {
    await start()
    expect((await ask('GET', '/api/people')).status).toBe(200)
    expect((await ask('POST', '/api/loggers/box/samples', {}, samples)).status).toBe(200)
  })

  it('signs with a secret that only this user can read, and that stays the same', () => {
    expect(folderSecret(dataDir)).toEqual(folderSecret(dataDir))
    expect(statSync(join(dataDir, 'secret')).mode & 0o077).toBe(0)
    rmSync(dataDir, { recursive: true })
  })
})
