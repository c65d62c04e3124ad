import { spawnSync } from 'node:child_process'
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { gunzipSync } from 'node:zlib'
import { describe, expect, it } from 'vitest'
import { loadSolver } from '@ochote/solver'
import { ochote as ochoteWith } from './ochote'

const root = join(import.meta.dirname, '../..')
const check = (name: string) => join(root, 'core/fixtures/checks', name)
const solve = await loadSolver()
const ochote = (...args: string[]) => ochoteWith(args, solve)
const spawned = (...args: string[]) =>
  spawnSync(process.execPath, [join(root, 'node_modules/tsx/dist/cli.mjs'), join(root, 'cli/src/main.ts'), ...args], { encoding: 'utf8' })

const files = (setup = check('trail-100.setup.json')) => [
  '--circuit',
  check('oval.circuit.geojson'),
  '--vehicle',
  check('coupe.vehicle.json'),
  '--setup',
  setup,
]

/** A set-up without a search, for tests that are not about the line. */
function quickSetup(): string {
  const path = join(mkdtempSync(join(tmpdir(), 'ochote-')), 'quick.setup.json')
  const own = JSON.parse(readFileSync(check('trail-100.setup.json'), 'utf8')) as object
  writeFileSync(path, JSON.stringify({ ...own, lineSchool: 'given', givenLine: [[0, 0]] }))
  return path
}

describe('ochote plan', () => {
  it('prints one JSON document with line, speeds, corners and cones', () => {
    const { stdout, status } = ochote('plan', ...files(), '--step', '4')
    expect(status).toBe(0)
    const document = JSON.parse(stdout) as {
      lapTimeS: number
      samples: Record<string, number[]>
      corners: { points: object }[]
      cones: unknown[]
    }
    expect(document.lapTimeS).toBeGreaterThan(20)
    expect(Object.keys(document.samples)).toEqual([
      's',
      'n',
      'x',
      'y',
      'lon',
      'lat',
      'curvature',
      'speedMps',
      'axMps2',
      'ayMps2',
      'gear',
      'timeS',
    ])
    expect(document.corners).toHaveLength(2)
    expect(document.cones.length).toBeGreaterThanOrEqual(6)
  })

  it('drives a given line', () => {
    const setup = join(mkdtempSync(join(tmpdir(), 'ochote-')), 'given.setup.json')
    const given = {
      pace: { lateral: 1, brake: 1, drive: 1 },
      brakingSchool: 'trail',
      lineSchool: 'given',
      givenLine: [[0, 0]],
      insideMarginM: 0.5,
      outsideMarginM: 0.5,
    }
    writeFileSync(setup, JSON.stringify(given))
    const document = JSON.parse(ochote('plan', ...files(setup), '--step', '1').stdout) as { lapTimeS: number; samples: { n: number[] } }
    expect(document.lapTimeS).toBeCloseTo(27.8083, 2)
    expect(document.samples.n.every((n) => n === 0)).toBe(true)
  })

  it.each([
    { what: 'a missing file', args: ['plan', '--circuit', '/nowhere', '--vehicle', '/nowhere', '--setup', '/nowhere'], says: /nowhere/ },
    { what: 'a missing option', args: ['plan', '--circuit', check('oval.circuit.geojson')], says: /usage/ },
    { what: 'an unknown option', args: ['plan', '--speed', '9'], says: /--speed/ },
    { what: 'an unknown command', args: ['drive'], says: /found command drive/ },
    { what: 'a step of zero', args: ['plan', ...files(), '--step', '0'], says: /--step: found 0/ },
    {
      what: 'a vehicle for a circuit',
      args: [
        'plan',
        '--circuit',
        check('coupe.vehicle.json'),
        '--vehicle',
        check('coupe.vehicle.json'),
        '--setup',
        check('trail-100.setup.json'),
      ],
      says: /type: found nothing/,
    },
  ])('exits with 2 and says why for $what', ({ args, says }) => {
    const { status, stderr, stdout } = ochote(...args)
    expect([status, stdout]).toEqual([2, ''])
    expect(stderr).toMatch(says)
    expect(stderr).not.toMatch(/at .*\.ts:/)
  })
})

describe('ochote calls', () => {
  interface Sheet {
    reactionS: number
    wordsPerSecond: number
    calls: { verb: string; startS: number; endS: number; actionTimeS: number; stationM: number }[]
  }
  const sheet = (...more: string[]) => JSON.parse(ochote('calls', ...files(quickSetup()), '--step', '4', ...more).stdout) as Sheet

  it('prints when to say what, each ending before its action', () => {
    const { calls } = sheet()
    expect(calls.filter((c) => c.verb === 'brake')).toHaveLength(2)
    for (const c of calls) expect(c.endS).toBeCloseTo(c.actionTimeS - 1, 6)
  })

  it('leaves a first session more time', () => {
    expect(sheet('--first-session', '--words-per-second', '2')).toMatchObject({ reactionS: 1.3, wordsPerSecond: 2 })
  })

  it('refuses a rate no one speaks at', () => {
    const { status, stderr } = ochote('calls', ...files(), '--words-per-second', '40')
    expect([status, stderr.trim()]).toEqual([2, '--words-per-second: found 40, expected words from 0.5 to 10'])
  })
})

describe('ochote release', () => {
  const runnersFile = (change: object = {}): string => {
    const path = join(mkdtempSync(join(tmpdir(), 'ochote-')), 'two.runners.json')
    const runners = [
      { id: 'a', name: 'Ada', lapS: 124, daySpreadS: 2, lapSpreadS: 0.8 },
      { id: 'b', name: 'Bo', lapS: 121, daySpreadS: 2, lapSpreadS: 0.8 },
    ]
    const file = { ochote: { format: 'runners', version: 1 }, laps: 2, lapLengthM: 2900, runners, order: ['a', 'b'], ...change }
    writeFileSync(path, JSON.stringify(file))
    return path
  }

  it('prints what was given, the best order and the least interval', () => {
    const { stdout, status } = ochote('release', '--runners', runnersFile({ wantedChance: 0.05 }))
    expect(status).toBe(0)
    const document = JSON.parse(stdout) as Record<'given' | 'bestOrder' | 'leastInterval', { order: string[]; chanceOfAny: number }>
    expect([document.given.order, document.bestOrder.order]).toEqual([
      ['a', 'b'],
      ['b', 'a'],
    ])
    expect(document.given.chanceOfAny).toBeGreaterThan(document.bestOrder.chanceOfAny)
    expect(document.leastInterval.chanceOfAny).toBeLessThanOrEqual(0.05)
  })

  it.each([
    [{ order: ['a', 'a'] }, /order: found .*, expected the id of every runner, once each/],
    [{ laps: 0 }, /laps: found 0, expected laps from 1 to 60/],
    [{ runners: [] }, /runners: found \[\], expected at least one runner/],
  ])('refuses %o by its field', (change, says) => {
    const { status, stderr } = ochote('release', '--runners', runnersFile(change))
    expect(status).toBe(2)
    expect(stderr).toMatch(says)
  })

  it('says what is missing', () => {
    expect(ochote('release').stderr).toMatch(/^usage: /)
    expect(ochote('release', '--runners', '/nowhere.json').stderr).toBe('/nowhere.json: found nothing there, expected a file\n')
    expect(ochote('release', '--what').stderr).toMatch(/^found release --what, expected: /)
  })
})

describe('the command', () => {
  it('prints and exits as it says', () => {
    const { stdout, status } = spawned('calls', ...files(quickSetup()))
    expect([status, stdout]).toEqual([0, ochote('calls', ...files(quickSetup())).stdout])
    expect(spawned('drive')).toMatchObject({ status: 2, stdout: '', stderr: ochote('drive').stderr })
  })
})

describe('ochote analyse', () => {
  const nine = ['nine-corner.circuit.geojson', 'hatch.vehicle.json', 'blend-080.setup.json'].map(check)
  const plan = ['--circuit', nine[0]!, '--vehicle', nine[1]!, '--setup', nine[2]!]
  const lapsFile = (change: (text: string) => string = (text) => text) => {
    const path = join(mkdtempSync(join(tmpdir(), 'ochote-')), 'nine.laps.csv')
    writeFileSync(path, change(gunzipSync(readFileSync(check('nine-corner.laps.csv.gz'))).toString()))
    return path
  }

  it('prints laps, passes, findings, priorities and what the file can’t show', () => {
    const { stdout, status } = ochote('analyse', ...plan, '--laps', lapsFile())
    expect(status).toBe(0)
    const document = JSON.parse(stdout) as Record<'laps' | 'passes' | 'findings' | 'priorities' | 'unavailable', object[]>
    expect(document.laps.slice(0, 2)).toMatchObject([
      { lap: 0, complete: false },
      { lap: 1, complete: true, timeS: expect.closeTo(84.8, 1) },
    ])
    expect(document.passes).toHaveLength(45)
    expect(document.findings[0]).toMatchObject({ lap: 1, corner: '3', fault: 'tn', unit: 'steps', because: null })
    // with the plan's own mark and what was measured
    expect(document.priorities[0]).toMatchObject({
      ...{ corner: '7', fault: 'bl' },
      advice: expect.stringMatching(/^brake at the cone \d+ m .*, 1\d m earlier; slower in$/) as string,
    })
    expect(document.unavailable).toEqual([{ fault: 'lk', needs: 'wheel speeds' }])
  })

  it('refuses a file by its line and column, and asks for one', () => {
    const bad = lapsFile((text) => text.replace('0.04,45.19819507', '0.04,north'))
    expect(ochote('analyse', ...plan, '--laps', bad)).toMatchObject({
      status: 2,
      stderr: `${bad}: nine.laps.csv, line 3, lat: found "north", expected a number\n`,
    })
    const elsewhere = lapsFile((text) => text.replaceAll(',45.', ',46.'))
    expect(ochote('analyse', ...plan, '--laps', elsewhere)).toMatchObject({
      status: 2,
      stderr: expect.stringContaining('found no position near the circuit') as string,
    })
    expect(ochote('analyse', ...plan).stderr).toContain('usage: ochote plan|calls')
  })
})

describe('ochote timetable', () => {
  const day = {
    ...{ ochote: { format: 'day', version: 1 }, startsAt: '09:00', endsAt: '10:00', stintMin: 15 },
    ...{ students: [{ id: 'a', stints: 2, apartMin: 20 }], instructors: [{ id: 'i' }], vehicles: [{ id: 'v' }] },
  }
  const dayFile = (change: object = {}) => {
    const path = join(mkdtempSync(join(tmpdir(), 'ochote-')), 'test.day.json')
    writeFileSync(path, JSON.stringify({ ...day, ...change }))
    return path
  }

  it('prints stints, wants, cost and bound', () => {
    const { stdout, status } = ochote('timetable', '--day', dayFile(), '--seconds', '60')
    expect(status).toBe(0)
    expect(JSON.parse(stdout)).toMatchObject({
      ok: true,
      stints: [
        { student: 'a', vehicle: 'v', instructor: 'i', startsAt: '09:00', endsAt: '09:15' },
        { student: 'a', vehicle: 'v', instructor: 'i', startsAt: '09:35', endsAt: '09:50' },
      ],
      cost: expect.closeTo(50 / 60, 9),
      bound: expect.closeTo(50 / 60, 4),
    })
  })

  it('prints what clashes where there is none, and ends well', () => {
    const { stdout, status } = ochote('timetable', '--day', dayFile({ endsAt: '09:45' }), '--seconds', '10')
    expect(status).toBe(0)
    expect(JSON.parse(stdout)).toMatchObject({
      ok: false,
      clash: [{ rule: 'students[0].apartMin' }, { rule: 'endsAt' }],
      most: { stints: [{ student: 'a' }] },
      mends: ['a with 15 min between stints.', 'The day goes on until 09:50.', 'Fewer stints: 1 for a.'],
    })
  })

  it.each([
    [{ endsAt: '08:00' }, 'endsAt: found "08:00", expected a time after “startsAt”'],
    [{ students: [{ id: 'a', stints: 2, vehicles: ['x'] }] }, 'students[0].vehicles[0]: found "x", expected the id of a vehicle'],
    [{ instructors: [{ id: 'i' }, { id: 'i' }] }, 'instructors[1].id: found "i", expected an id of its own'],
    [{ pauses: [{ from: '12:00', to: '11:00' }] }, 'pauses[0].to: found "11:00", expected a time after “from”'],
  ])('refuses %j by field', (change, says) => {
    const { status, stderr } = ochote('timetable', '--day', dayFile(change))
    expect(status).toBe(2)
    expect(stderr).toContain(says)
  })
})
