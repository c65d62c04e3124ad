import { describe, expect, it } from 'vitest'
import * as z from 'zod'
import { fieldProblems, showPath, showValue } from './fieldProblem'
import { logBatchSchema, logEntrySchema } from './log'
import { setupSchema } from './setup'

const entry = {
  id: '00000000-0000-4000-8000-000000000001',
  stintId: '00000000-0000-4000-8000-000000000002',
  deviceId: 'tablet',
  deviceTime: '2026-10-17T10:40:00.000Z',
}
const refused = (schema: z.ZodType, input: unknown, prefix: (string | number)[] = []) => {
  const { error } = schema.safeParse(input)
  return error ? fieldProblems(error, input, prefix) : []
}

describe('refusals', () => {
  it('name a field as it stands in the file', () => {
    expect(showPath(['features', 3, 'properties', 'widthLeft'])).toBe('features[3].properties.widthLeft')
    const schema = z.object({ at: z.array(z.object({ depth: z.number() })) })
    expect(refused(schema, { at: [{ depth: 1 }, { depth: 'deep' }] }, ['features', 2])).toEqual([
      { field: 'features[2].at[1].depth', found: '"deep"', expected: 'a number' },
    ])
  })

  it('show a value short, and nothing for what is not there', () => {
    expect([showValue(undefined), showValue(null), showValue(NaN), showValue('a')]).toEqual(['nothing', 'null', 'NaN', '"a"'])
    expect(showValue('x'.repeat(500)).length).toBeLessThan(70)
  })

  it('name fields that the format does not have', () => {
    expect(refused(z.strictObject({ a: z.number() }), { a: 1, b: 2 })).toEqual([
      { field: 'the document', found: 'b', expected: 'only the fields of the format' },
    ])
  })

  it('are one for each field that is wrong', () => {
    const setup = { pace: { lateral: 2, brake: 0.7, drive: 'much' }, brakingSchool: 'hard', insideMarginM: 0.5, outsideMarginM: 0.5 }
    expect(refused(setupSchema, setup).map((p) => p.field)).toEqual(
      expect.arrayContaining(['pace.lateral', 'pace.drive', 'brakingSchool', 'lineSchool']),
    )
  })
})

describe('log entries', () => {
  it.each([
    { kind: 'line' },
    { kind: 'in' },
    { kind: 'fault', lap: 0, corner: '5A', code: 'be', severity: 3 },
    { kind: 'praise', lap: 2, corner: '1', code: 'smooth' },
    { kind: 'undo', about: entry.id },
  ])('of kind $kind are read', (own) => expect(logEntrySchema.parse({ ...entry, ...own })).toEqual({ ...entry, ...own }))

  it.each([
    { why: 'a severity of 4', own: { kind: 'fault', lap: 1, corner: '1', code: 'be', severity: 4 } },
    { why: 'a lap before the first', own: { kind: 'fault', lap: -1, corner: '1', code: 'be', severity: 1 } },
    { why: 'a code of three letters', own: { kind: 'fault', lap: 1, corner: '1', code: 'bee', severity: 1 } },
    { why: 'an unknown kind', own: { kind: 'note' } },
    { why: 'a time that is none', own: { kind: 'line', deviceTime: 'noon' } },
  ])('with $why are refused', ({ own }) => expect(logEntrySchema.safeParse({ ...entry, ...own }).success).toBe(false))

  it('come in batches of 1 to 500', () => {
    const line = { ...entry, kind: 'line' }
    const sizes = [0, 1, 500, 501].map((n) => logBatchSchema.safeParse({ entries: Array.from({ length: n }, () => line) }).success)
    expect(sizes).toEqual([false, true, true, false])
  })
})
