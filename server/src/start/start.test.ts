import { spawn, type ChildProcess } from 'node:child_process'
import { randomUUID } from 'node:crypto'
import { once } from 'node:events'
import { copyFileSync, existsSync, mkdtempSync, readdirSync, readFileSync, rmSync, statSync, truncateSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { gunzipSync } from 'node:zlib'
import { afterAll, afterEach, describe, expect, it } from 'vitest'
import { openData } from '../db/openData'
import { openFile } from '../db/sqlite'
import { seededFile } from '../testing/seededFile'
import { startSentence } from './startSentence'

const root = join(import.meta.dirname, '../../..')
const folders: string[] = []
function folder(): string {
  const made = mkdtempSync(join(tmpdir(), 'ochote-start-'))
  folders.push(made)
  return made
}
async function seededFolder(): Promise<string> {
  const made = folder()
  copyFileSync(seededFile(), join(made, 'ochote.sqlite'))
  return made
}
afterAll(() => folders.forEach((made) => rmSync(made, { recursive: true, force: true })))

/** What keeps a folder from being opened, in the words that the person at the terminal reads. */
async function sentenceFor(dataDir: string): Promise<string | null> {
  try {
    const { db } = await openData(dataDir)
    await db.destroy()
    return null
  } catch (error) {
    return startSentence(error, dataDir)
  }
}

describe('a data folder that cannot be used', () => {
  it('holds another kind of file: said, and left as it is', async () => {
    const dataDir = folder()
    writeFileSync(join(dataDir, 'ochote.sqlite'), 'not a database at all, though it is long enough to be read as one')
    expect(await sentenceFor(dataDir)).toMatch(/this is not an Ochote database.*Nothing in it was changed.*npm run restore/)
    expect(readFileSync(join(dataDir, 'ochote.sqlite'), 'utf8')).toContain('not a database at all')
  })

  it('holds a damaged database', async () => {
    const dataDir = await seededFolder()
    const file = join(dataDir, 'ochote.sqlite')
    truncateSync(file, statSync(file).size - 40 * 4096)
    expect(await sentenceFor(dataDir)).toMatch(/damaged.*npm run restore/)
  })

  it('holds the database of a newer version', async () => {
    const dataDir = await seededFolder()
    const db = openFile(join(dataDir, 'ochote.sqlite'))
    db.prepare("insert into knex_migrations (name, batch, migration_time) values ('2030_01_01_future', 9, 0)").run()
    db.close()
    expect(await sentenceFor(dataDir)).toMatch(/newer version of Ochote.*2030_01_01_future.*Start that version/)
  })

  it('holds an empty file: an empty school, and a remark', async () => {
    const dataDir = folder()
    writeFileSync(join(dataDir, 'ochote.sqlite'), '')
    const { db, remarks } = await openData(dataDir)
    await db.destroy()
    expect(remarks).toMatchObject([expect.stringContaining('was empty (0 bytes)')])
  })

  it('is a file, or is missing its certificate', () => {
    expect(startSentence({ code: 'SQLITE_CANTOPEN' }, 'x')).toMatch(/can’t be opened/)
    expect(startSentence({ code: 'EACCES' }, 'x')).toMatch(/can’t write there/)
    expect(startSentence({ code: 'SQLITE_FULL' }, 'x')).toMatch(/disk is full/)
    expect(startSentence({ code: 'EADDRINUSE' }, 'x')).toMatch(/OCHOTE_PORT/)
    expect(startSentence(Object.assign(new Error('key values mismatch'), { code: 'ERR_OSSL_X509_KEY_VALUES_MISMATCH' }), 'x')).toMatch(
      /OCHOTE_TLS/,
    )
    expect(startSentence(new Error('a defect'), 'x')).toBeNull()
  })
})

describe('a database of an earlier version', () => {
  it('is copied before it is changed, and the copy is the way back', async () => {
    const dataDir = folder()
    const old = gunzipSync(readFileSync(join(root, 'server/fixtures/2026_11_26_brief_and_run.sqlite.gz')))
    writeFileSync(join(dataDir, 'ochote.sqlite'), old)
    const { db, remarks } = await openData(dataDir)
    await db.destroy()
    const [copy] = readdirSync(join(dataDir, 'backups'))
    expect(copy).toMatch(/^before-2026_11_29_names-\d{8}T\d{6}Z\.sqlite$/)
    expect(remarks[0]).toContain(copy)
    const before = openFile(join(dataDir, 'backups', copy!))
    expect(before.prepare('select count(*) as n from vehicles').get()).toMatchObject({ n: 5 })
    before.close()
    const again = await openData(dataDir)
    await again.db.destroy()
    expect(readdirSync(join(dataDir, 'backups'))).toHaveLength(1)
  })
})

describe('the server', () => {
  const running: ChildProcess[] = []
  afterEach(async () => {
    for (const child of running.splice(0)) {
      if (child.exitCode !== null || child.signalCode !== null) continue
      child.kill('SIGKILL')
      await once(child, 'exit')
    }
  })
  function run(dataDir: string, port: number, command = 'exec node --import tsx server/src/main.ts') {
    const env = { ...process.env, OCHOTE_DATA: dataDir, OCHOTE_PORT: String(port), OCHOTE_LOG: 'silent' }
    const child = spawn('sh', ['-c', command], { cwd: root, env })
    running.push(child)
    const said = { text: '' }
    for (const stream of [child.stdout, child.stderr]) stream.on('data', (piece) => (said.text += String(piece)))
    const up = async () => {
      while (!said.text.includes('Ochote is at') && child.exitCode === null)
        await Promise.race([once(child.stdout, 'data'), once(child, 'exit')])
      return said.text
    }
    return { child, said, up }
  }

  it('is alone in its folder, also against one that starts at the same moment, and the next starts after a kill', async () => {
    const dataDir = await seededFolder()
    const pair = [run(dataDir, 4781), run(dataDir, 4782)]
    const texts = await Promise.all(pair.map((one) => one.up()))
    expect(texts.filter((text) => text.includes('Ochote is at'))).toHaveLength(1)
    expect(texts.find((text) => !text.includes('Ochote is at'))).toContain('another Ochote server uses this folder')
    const winner = pair.find((one) => one.child.exitCode === null)!
    winner.child.kill('SIGKILL')
    await once(winner.child, 'exit')
    expect(await run(dataDir, 4783).up()).toContain('Ochote is at')
  })

  it('ends with the command that started it', async () => {
    const dataDir = folder()
    const { child, up } = run(
      dataDir,
      4784,
      `exec node -e "import('./scripts/run.mjs').then((m) => m.serve(['--import', 'tsx', 'server/src/main.ts']))"`,
    )
    await up()
    child.kill('SIGTERM')
    await once(child, 'exit')
    expect(child.exitCode).toBe(0)
    await expect(fetch('http://127.0.0.1:4784/api/time')).rejects.toThrow('fetch failed')
  })

  it('on a full disk keeps what it acknowledged, says that it can write no more, and goes on when there is space', async () => {
    const dataDir = await seededFolder()
    // files of this process grow to some 600 kB and no further
    const { up, child } = run(dataDir, 4785, `trap '' XFSZ; ulimit -f 1200; exec node --import tsx server/src/main.ts`)
    expect(await up()).toContain('Ochote is at')
    const base = 'http://127.0.0.1:4785/api'
    const get = async (path: string) => (await (await fetch(base + path)).json()) as Record<string, unknown>
    const days = (await get('/days')) as unknown as { id: string }[]
    const day = (await get(`/days/${days[1]!.id}`)) as { stints: { stint: { id: string } }[] }
    const stintId = day.stints[7]!.stint.id
    const acknowledged: string[] = []
    let refused = false
    for (let k = 0; k < 400 && !refused; k++) {
      const entries = Array.from({ length: 20 }, () => ({
        ...{ id: randomUUID(), stintId, deviceId: 'tablet', deviceTime: '2026-10-17T11:00:00.000Z' },
        ...{ kind: 'question', corner: '4', text: 'Which gear?'.repeat(20) },
      }))
      const answer = await fetch(`${base}/stints/${stintId}/log`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ entries }),
      })
      refused = !answer.ok
      if (answer.ok) acknowledged.push(...((await answer.json()) as { stored: string[] }).stored)
    }
    expect(refused).toBe(true)
    expect(acknowledged.length).toBeGreaterThan(0)
    const stored = async () => new Set(((await get(`/log?stintId=${stintId}`)) as { entries: { id: string }[] }).entries.map((e) => e.id))
    const still = await stored()
    expect(acknowledged.filter((id) => !still.has(id))).toEqual([])
    child.kill('SIGKILL')
    await once(child, 'exit')
    expect(await run(dataDir, 4785).up()).toContain('Ochote is at')
    const after = await stored()
    expect(acknowledged.filter((id) => !after.has(id))).toEqual([])
    expect(await get('/health')).toMatchObject({ ok: true, problem: null })
    expect(existsSync(join(dataDir, 'ochote.sqlite'))).toBe(true)
  })
})
