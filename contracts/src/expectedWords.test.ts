import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import * as z from 'zod'
import * as contracts from './index'
import { fieldProblems } from './fieldProblem'

/** Words that only the library would use. */
const LIBRARY = /invalid|too (small|big)|expected|received|unrecognized|>=|<=|\bNaN\b|regex|uuid v|discriminator|ISO/i

const schemas = (Object.entries(contracts) as [string, unknown][]).filter(
  (entry): entry is [string, z.ZodType] => entry[1] instanceof z.ZodType,
)

const words = (schema: z.ZodType, input: unknown) => {
  const { error } = schema.safeParse(input)
  return error ? fieldProblems(error, input).map((p) => p.expected) : []
}

describe('what was expected', () => {
  it('is in plain words for every schema, no matter what is sent', () => {
    expect(schemas.length).toBeGreaterThan(40)
    const wrong = fc.oneof(fc.jsonValue({ maxDepth: 3 }), fc.constantFrom(undefined, NaN, Infinity, '', ' ', '2,100', -1, 1e12))
    for (const [name, schema] of schemas)
      fc.assert(
        fc.property(wrong, (input) => {
          for (const expected of words(schema, input)) expect(expected, name).not.toMatch(LIBRARY)
        }),
        { numRuns: 60 },
      )
  })

  it('is in plain words for every field, no matter what its value is', () => {
    const values = [undefined, null, '', 'x', 'x'.repeat(5000), -1, 0, 1.5, 1e9, NaN, true, [], [null], {}, { kind: 'none' }]
    let said = 0
    for (const [name, schema] of schemas) {
      if (!(schema instanceof z.ZodObject)) continue
      for (const field of Object.keys(schema.shape))
        for (const value of values)
          for (const expected of words(schema, { [field]: value })) {
            said++
            expect(expected, `${name}.${field}: ${JSON.stringify(value)}`).not.toMatch(LIBRARY)
          }
    }
    expect(said).toBeGreaterThan(1000)
  })

  it.each([
    [z.number().min(30), 0, 'at least 30'],
    [z.number().positive(), 0, 'more than 0'],
    [z.string().min(1), '', 'some text'],
    [z.string().max(80), 'x'.repeat(81), 'at most 80 characters'],
    [z.array(z.number()).min(1), [], 'at least 1 entry'],
    [z.number().int(), 1.5, 'a whole number'],
    [z.number(), '2 tons', 'a number'],
    [z.enum(['car', 'kart']), 'van', 'one of car, kart'],
    [z.literal('vehicle'), 'circuit', '"vehicle"'],
    [z.uuid(), 'x', 'an id such as 0190a3c4-0000-7000-8000-000000000000'],
    [z.string().refine(() => false, 'a name with a letter in it'), 'x', 'a name with a letter in it'],
  ])('reads well', (schema, input, expected) => {
    expect(words(schema, input)).toEqual([expected])
  })
})
