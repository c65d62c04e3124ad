import { XMLParser } from 'fast-xml-parser'
import type { FieldProblem } from '@ochote/contracts'
import { failure, success, type Outcome } from '../outcome/outcome'
import { fileKindOf } from './fileKind'

/** Elements of a GPX file are this deep at the most; deeper ones are not read. */
const DEEPEST_TAG = 40

/** Counted before anything is parsed: a file of more points, or of more tags around them, would take longer than anyone waits. */
const MOST_POINTS = 150_000
const MOST_TAGS = 12 * MOST_POINTS

const refused = (field: string, found: string, expected: string) => failure([{ field, found, expected }])

interface GpxElement {
  '@_lat'?: string
  '@_lon'?: string
  ele?: string
  time?: string
}

/** A track point as it is written, and where it stands in the file. */
export interface GpxPoint {
  readonly lat: string | undefined
  readonly lon: string | undefined
  readonly alt: string | undefined
  readonly time: string | undefined
  readonly at: string
}

const listed = (value: unknown): unknown[] => (Array.isArray(value) ? value : value === undefined || value === '' ? [] : [value])
const within = (value: unknown, key: string): unknown => (value as Record<string, unknown> | null | undefined)?.[key]

const isGpx = (document: unknown) => within(document, 'gpx') !== undefined

/** The track points of a GPX 1.1 file, in their order; what they say is not checked yet. */
export function gpxPoints(text: string, fileName: string): Outcome<GpxPoint[], FieldProblem[]> {
  // entities are how a small file grows large or reads others; GPX needs none
  if (/<!(DOCTYPE|ENTITY)/i.test(text)) return refused(fileName, 'a document type or entity declaration', 'plain GPX 1.1 without any')
  const points = occurrences(text, '<trkpt')
  if (points > MOST_POINTS) return refused(fileName, `${points} points`, `${MOST_POINTS} at the most`)
  const tags = occurrences(text, '<')
  if (tags > MOST_TAGS) return refused(fileName, `${tags} tags`, `${MOST_TAGS} at the most`)
  let document: unknown
  try {
    document = new XMLParser({
      ignoreAttributes: false,
      parseTagValue: false,
      parseAttributeValue: false,
      processEntities: false,
      maxNestedTags: DEEPEST_TAG,
    }).parse(text, true)
  } catch (error) {
    const line = (error as { line?: number }).line ?? /:(\d+):\d+\.?$/.exec(String(error))?.[1]
    return refused(
      line === undefined ? fileName : `${fileName}, line ${line}`,
      'XML that is cut off or has a tag that never ends',
      'GPX 1.1',
    )
  }
  const read = listed(within(within(document, 'gpx'), 'trk')).flatMap((trk, t) =>
    listed(within(trk, 'trkseg')).flatMap((seg, g) =>
      listed(within(seg, 'trkpt')).map((point, p) => ({ point: point as GpxElement, at: `trk[${t}].trkseg[${g}].trkpt[${p}]` })),
    ),
  )
  if (read.length === 0) return refused(fileName, isGpx(document) ? 'no trkpt' : (fileKindOf(text)?.name ?? 'no trkpt'), 'a GPX 1.1 track')
  return success(
    read.map(({ point, at }) => ({
      lat: point['@_lat'],
      lon: point['@_lon'],
      alt: point.ele,
      time: point.time,
      at: `${fileName}, ${at}`,
    })),
  )
}

function occurrences(text: string, of: string): number {
  let count = 0
  for (let at = text.indexOf(of); at >= 0; at = text.indexOf(of, at + of.length)) count++
  return count
}
