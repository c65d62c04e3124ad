import { describe, expect, it } from 'vitest'
import { checkVehicle, circlePoints, circuitDocument, position } from '../../fixtures/circuits'
import { fileKindOf } from './fileKind'
import { circuitFromDocument, readCircuit } from './readCircuit'
import { readRecording } from './readRecording'
import { readSetup } from './readSetup'
import { readVehicle } from './readVehicle'

const problemsOf = (outcome: { ok: boolean; problem?: unknown }) => {
  if (outcome.ok) throw new Error('was accepted')
  return outcome.problem as { field: string; found: string; expected: string }[]
}
const circle = (change: Parameters<typeof circuitDocument>[0] extends infer D ? Partial<D> : never = {}) =>
  circuitDocument({ points: circlePoints(80, 24), ...change })

describe('a circuit file', () => {
  it('is read with its name, closed or not, and its widths', () => {
    const read = circuitFromDocument(circle())
    expect(read).toMatchObject({ ok: true, value: { name: 'Test circuit', closed: true } })
    if (read.ok) expect([read.value.x.length, read.value.widthLeftM[3], read.value.rubberedBandM]).toEqual([24, 5, 2.5])
  })

  it('says what is not JSON, on which line, or what it is instead', () => {
    const found = (text: string) => problemsOf(readCircuit(text))[0]
    expect(found('{"type": "FeatureCollection",\n "features": [1')).toMatchObject({ field: 'the file, line 2', expected: 'JSON' })
    expect(found('')).toMatchObject({ field: 'the file', found: 'an empty file' })
    expect(found('hello')).toMatchObject({ found: 'text that begins “hello”' })
    expect(found('<?xml version="1.0"?>\n<gpx version="1.1">')).toEqual({
      field: 'the file',
      found: 'a GPX recording',
      expected: 'JSON. Use it under Circuits, “From a recce drive”',
    })
    expect(found('<kml xmlns="x">')).toMatchObject({ found: 'a KML drawing', expected: 'JSON' })
    expect(found('time_s,speed_kmh\n0,100\n')).toMatchObject({ found: 'a table (CSV)' })
    for (const text of ['{"a": tru', '[1, 2', '<a><b>', '%PDF-1.7', '{"a": "\u0000"}'])
      expect(found(text)?.found).not.toMatch(/unexpected|token|json\.parse|position/i)
  })

  it('names a file of another kind, and says where it belongs', () => {
    expect(fileKindOf('{"ochote": {"format": "vehicle", "version": 1}}')).toMatchObject({
      name: 'a vehicle file',
      usedFor: 'Add it under Vehicles',
    })
    expect(fileKindOf('\uFEFF{"ochote": {"format": "circuit"}}')?.name).toBe('a circuit file')
    expect(fileKindOf('plain words')).toBeNull()
    expect(problemsOf(readRecording('{"ochote": {"format": "vehicle"}}', 'hatch.json'))[0]).toEqual({
      field: 'hatch.json',
      found: 'a vehicle file',
      expected: 'GPX, or a table (CSV) with lat and lon. Add it under Vehicles',
    })
    expect(problemsOf(readRecording('<gpx><trk', 'cut.gpx'))[0]).toMatchObject({
      found: 'XML that is cut off or has a tag that never ends',
    })
    expect(problemsOf(readRecording('<kml></kml>', 'drawing.gpx'))[0]).toMatchObject({ found: 'a KML drawing' })
  })
  it('names an unknown role, and lists the known ones', () => {
    const features = [{ type: 'Feature', properties: { role: 'chicane' }, geometry: { type: 'Point', coordinates: position(0, 0) } }]
    const [problem] = problemsOf(circuitFromDocument(circle({ features })))
    expect(problem).toMatchObject({ field: 'features[1].properties.role', found: '"chicane"' })
    expect(problem?.expected).toContain('centreline')
  })

  it('refuses a centreline that crosses itself, and says where', () => {
    const eight = Array.from(
      { length: 40 },
      (_, k) => [Math.sin((2 * Math.PI * k) / 40) * 200, Math.sin((4 * Math.PI * k) / 40) * 100] as [number, number],
    )
    const [problem] = problemsOf(circuitFromDocument(circuitDocument({ points: eight })))
    expect(problem?.found).toMatch(/crosses itself: after position \d+ and after position \d+/)
  })

  it('lets a circuit cross itself on a bridge', () => {
    const bridge = Array.from(
      { length: 40 },
      (_, k) =>
        [Math.sin((2 * Math.PI * k) / 40) * 200, Math.sin((4 * Math.PI * k) / 40) * 100, k < 10 || k > 30 ? 0 : 6] as [
          number,
          number,
          number,
        ],
    )
    expect(circuitFromDocument(circuitDocument({ points: bridge })).ok).toBe(true)
  })

  it('counts centrelines', () => {
    const second = circle().features[0]
    expect(problemsOf(circuitFromDocument(circle({ features: [second] })))[0]).toMatchObject({ found: '2 with role centreline' })
    expect(
      problemsOf(
        circuitFromDocument({
          ...circle(),
          features: [
            {
              type: 'Feature',
              properties: { role: 'dry-line' },
              geometry: { type: 'LineString', coordinates: [position(0, 0), position(9, 0)] },
            },
          ],
        }),
      )[0],
    ).toMatchObject({
      found: '0 with role centreline',
    })
  })

  it.each([
    { what: 'a negative width', properties: { widthLeft: -2 }, field: 'features[0].properties.widthLeft' },
    { what: 'widths for too few positions', properties: { widthRight: [4, 4, 4] }, field: 'features[0].properties.widthRight' },
    { what: 'a grip of zero', properties: { grip: 0 }, field: 'features[0].properties.grip' },
    { what: 'text for crossfall', properties: { crossfall: 'steep' }, field: 'features[0].properties.crossfall' },
  ])('refuses $what by its field', ({ properties, field }) => {
    expect(problemsOf(circuitFromDocument(circle({ properties })))[0]?.field).toBe(field)
  })

  it('refuses the same place twice, by its position', () => {
    const points = circlePoints(80, 24)
    points[7] = points[6]!
    expect(problemsOf(circuitFromDocument(circuitDocument({ points })))[0]).toMatchObject({ field: 'features[0].geometry.coordinates[7]' })
  })

  it('refuses a latitude that is none', () => {
    const document = circle()
    document.features[0].geometry.coordinates[4] = [12, 123]
    expect(problemsOf(circuitFromDocument(document))[0]?.field).toBe('features[0].geometry.coordinates[4][1]')
  })

  it('refuses what is too small or too large to be a circuit', () => {
    expect(problemsOf(circuitFromDocument(circuitDocument({ points: circlePoints(2, 24) })))[0]?.found).toContain('a centreline of 13 m')
    expect(problemsOf(circuitFromDocument(circuitDocument({ points: circlePoints(20_000, 24) })))[0]?.expected).toContain('60000 m')
  })

  it('takes positions in any amount, a repeated last one, and arrays with or without its entry', () => {
    for (const length of [24, 25]) {
      expect(circuitFromDocument(circle({ properties: { widthLeft: new Array<number>(length).fill(4) } })).ok).toBe(true)
    }
  })
})

describe('a vehicle file', () => {
  const file = (change: object) => JSON.stringify({ ...checkVehicle('hatch'), ...change })

  it.each([
    { what: 'a negative mass', change: { massKg: -1200 }, field: 'massKg', found: '-1200' },
    { what: 'an unknown kind', change: { kind: 'boat' }, field: 'kind', found: '"boat"' },
    { what: 'gears that rise', change: { gears: [1, 2, 3] }, field: 'gears', found: '[1,2,3]' },
    {
      what: 'torque out of order',
      change: {
        torqueNm: [
          [3000, 100],
          [2000, 120],
        ],
      },
      field: 'torqueNm',
      found: '[[3000,100],[2000,120]]',
    },
    { what: 'a shift point over the redline', change: { shiftRpm: 9000 }, field: 'shiftRpm', found: '9000' },
    { what: 'a motorcycle without its lean', change: { kind: 'motorcycle' }, field: 'maxLeanDeg', found: 'null' },
    { what: 'a missing wheel', change: { wheelRadiusM: undefined }, field: 'wheelRadiusM', found: 'nothing' },
  ])('refuses $what by field, found and expected', ({ change, field, found }) => {
    const [problem] = problemsOf(readVehicle(file(change)))
    expect(problem).toMatchObject({ field, found })
    expect(problem?.expected).not.toBe('')
  })

  it('tells of every field at once', () => {
    expect(problemsOf(readVehicle(file({ massKg: 0, widthM: -1, muLat: 'lots' }))).map((p) => p.field)).toEqual([
      'massKg',
      'widthM',
      'muLat',
    ])
  })
})

describe('a set-up file', () => {
  const setup = {
    pace: { lateral: 0.8, brake: 0.7, drive: 0.8 },
    brakingSchool: 'blend',
    lineSchool: 'fastest',
    insideMarginM: 0.5,
    outsideMarginM: 0.5,
  }

  it('fills in the weather where none is said', () => {
    expect(readSetup(JSON.stringify(setup))).toMatchObject({ ok: true, value: { conditions: { grip: 1, airDensity: 1.2 } } })
  })

  it('wants a line where the line is given', () => {
    expect(problemsOf(readSetup(JSON.stringify({ ...setup, lineSchool: 'given' })))[0]?.field).toBe('givenLine')
  })

  it('refuses a pace over one', () => {
    expect(problemsOf(readSetup(JSON.stringify({ ...setup, pace: { ...setup.pace, brake: 1.2 } })))[0]).toMatchObject({
      field: 'pace.brake',
      found: '1.2',
    })
  })
})
