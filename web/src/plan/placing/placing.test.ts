import { circuitFromDocument, featuresOf } from '@ochote/core'
import { XMLParser } from 'fast-xml-parser'
import Papa from 'papaparse'
import { describe, expect, it } from 'vitest'
import { markedStadium, scheme, solved, stadiumDocument } from '../../fixtures/stadium'
import { placingCsv, placingGeoJson, placingGpx } from './placingFiles'
import { placingList } from './placingList'

const solution = solved()
const [first] = markedStadium({}, solution).cones
const { cones } = markedStadium({ notes: [{ coneId: first!.id, note: '=2+3, "by the <drain>"' }] }, solution)
const stops = placingList(solution, cones, scheme)

describe('a placing list', () => {
  it('has every mark once, in the order of the drive round', () => {
    expect(stops.map((s) => s.order)).toEqual(cones.map((_, i) => i + 1))
    const stations = stops.map((s) => s.cone.stationM)
    expect(stations).toEqual([...stations].sort((a, b) => a - b))
  })

  it('reads back from CSV as it was, and a remark never runs as a formula', () => {
    const { data, errors } = Papa.parse<Record<string, string>>(placingCsv(stops), { header: true })
    expect(errors).toEqual([])
    expect(data).toHaveLength(stops.length)
    data.forEach((row, i) => {
      const { cone, count, colour } = stops[i]!
      expect(row).toMatchObject({ corner: cone.cornerNumber, duty: cone.duty, count: String(count), colour, found_by: cone.foundBy })
      expect(Number(row.lat)).toBeCloseTo(cone.lat, 6)
      expect(Number(row.lon)).toBeCloseTo(cone.lon, 6)
    })
    const remarked = data.find((row) => row.remark)!
    expect(remarked.remark).toBe('\'=2+3, "by the <drain>"')
  })

  it('reads back from GPX as waypoints at the same places, with its words', () => {
    const gpx = new XMLParser({ ignoreAttributes: false }).parse(placingGpx(stops, 'Wet & windy')) as {
      gpx: { metadata: { name: string }; wpt: Record<string, string>[] }
    }
    expect(gpx.gpx.metadata.name).toBe('Wet & windy')
    expect(gpx.gpx.wpt).toHaveLength(stops.length)
    gpx.gpx.wpt.forEach((wpt, i) => {
      expect(Number(wpt['@_lat'])).toBeCloseTo(stops[i]!.cone.lat, 6)
      expect(wpt.type).toBe(stops[i]!.cone.duty)
    })
    expect(gpx.gpx.wpt.find((w) => w.cmt)!.cmt).toContain('by the <drain>')
  })

  it('is part of a circuit file that reads back, in place of the cones it had', () => {
    const once = placingGeoJson(stops, stadiumDocument())
    const twice = placingGeoJson(stops, once)
    expect(twice).toEqual(once)
    const read = circuitFromDocument(once)
    if (!read.ok) throw new Error(JSON.stringify(read.problem))
    const placed = featuresOf(read.value, 'cone')
    expect(placed.map((f) => f.properties.duty)).toEqual(stops.map((s) => s.cone.duty))
    expect(placed[0]!.geometry.coordinates[0]).toBeCloseTo(stops[0]!.cone.lon, 8)
  })
})
