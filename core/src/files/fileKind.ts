import type { FieldProblem } from '@ochote/contracts'

/** What a file is by its first characters, and where it is used; null where nothing is known of it. */
export interface FileKind {
  readonly name: string
  /** where it belongs, in the words of the interface; null where Ochote has no use for it */
  readonly usedFor: string | null
}

const kind = (name: string, usedFor: string | null): FileKind => ({ name, usedFor })
const FIRST = 4_000

const starts: readonly (readonly [RegExp, FileKind])[] = [
  [/<gpx[\s>]/i, kind('a GPX recording', 'Use it under Circuits, “From a recce drive”')],
  [/<kml[\s>]/i, kind('a KML drawing', null)],
  [/<TrainingCenterDatabase/i, kind('a TCX recording', null)],
  [/^\s*<(!doctype )?html/i, kind('a web page', null)],
  [/^\s*</, kind('an XML file', null)],
  [/^%PDF/, kind('a PDF', null)],
  [/^PK/, kind('a packed file or a spreadsheet', null)],
  [/"format"\s*:\s*"vehicle"/, kind('a vehicle file', 'Add it under Vehicles')],
  [/"format"\s*:\s*"circuit"/, kind('a circuit file', 'Add it under Circuits')],
  [/"format"\s*:\s*"setup"/, kind('a set-up file', null)],
  [/"type"\s*:\s*"FeatureCollection"/, kind('a GeoJSON file', null)],
  [/^\s*[[{]/, kind('a JSON file', null)],
  [/^[^\n]*[,;\t][^\n]*\n/, kind('a table (CSV)', 'A table with lat and lon is used under Circuits, “From a recce drive”')],
]

/** What a file is, by how it begins. */
export function fileKindOf(text: string): FileKind | null {
  const first = text.slice(0, FIRST).replace(/^\uFEFF/, '')
  return starts.find(([pattern]) => pattern.test(first))?.[1] ?? null
}

/** Why a text is no JSON: what it is instead, with where that belongs, or how it begins and the line on which JSON ends. */
export function notJson(text: string, failed: unknown, field: string, expected: string): FieldProblem {
  const what = fileKindOf(text)
  const isOther = what !== null && what.name !== 'a JSON file' && !/^\s*[[{]/.test(text)
  if (isOther) return { field, found: what.name, expected: what.usedFor === null ? expected : `${expected}. ${what.usedFor}` }
  if (text.trim() === '') return { field, found: 'an empty file', expected }
  // engines say where in their message, and nowhere else
  const at = /position (\d+)/.exec(String(failed))?.[1]
  const line = at === undefined ? null : text.slice(0, Number(at)).split('\n').length
  const found = what ? 'JSON that breaks off or has a character too many' : `text that begins “${text.trim().slice(0, 20)}”`
  return { field: line === null ? field : `${field}, line ${line}`, found, expected }
}
