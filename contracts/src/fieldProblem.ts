import * as z from 'zod'

/** One refused value: where it stood, what was found there, what was expected. */
export const fieldProblemSchema = z.object({
  field: z.string(),
  found: z.string(),
  expected: z.string(),
})
export type FieldProblem = z.infer<typeof fieldProblemSchema>

const LONGEST_FOUND = 60
/** More than anyone would mend before trying again. */
export const MOST_PROBLEMS = 20

/** A value as it is shown in a message: short, and never the whole file. */
export function showValue(value: unknown): string {
  if (value === undefined) return 'nothing'
  const text = typeof value === 'number' ? String(value) : (JSON.stringify(value) ?? String(value))
  return text.length > LONGEST_FOUND ? `${text.slice(0, LONGEST_FOUND)}…` : text
}

/** `features[3].properties.widthLeft` from a path of keys. */
export function showPath(path: readonly PropertyKey[]): string {
  return path.reduce<string>((text, key) => {
    if (typeof key === 'number') return `${text}[${key}]`
    return text === '' ? String(key) : `${text}.${String(key)}`
  }, '')
}

function valueAt(input: unknown, path: readonly PropertyKey[]): unknown {
  let value: unknown = input
  for (const key of path) {
    if (typeof value !== 'object' || value === null) return undefined
    value = (value as Record<PropertyKey, unknown>)[key]
  }
  return value
}

type Issue = z.core.$ZodIssue

const typeWords: Partial<Record<string, string>> = {
  ...{ string: 'text', number: 'a number', int: 'a whole number', boolean: 'true or false', array: 'a list', tuple: 'a list' },
  ...{ object: 'a group of fields', record: 'a group of fields', null: 'nothing', nan: 'a number', date: 'a date' },
}
const formatWords: Partial<Record<string, string>> = {
  ...{ uuid: 'an id such as 0190a3c4-0000-7000-8000-000000000000', date: 'a date such as 2026-10-17' },
  ...{ datetime: 'a date and time such as 2026-10-17T09:20:00.000Z' },
}
const counted = (n: number | bigint, noun: string, plural = `${noun}s`) => `${n} ${Number(n) === 1 ? noun : plural}`

/** A bound in words: of a number itself, of characters, or of entries. */
function boundWords(side: 'least' | 'most', origin: string, bound: number | bigint, isIncluded: boolean): string {
  if (origin === 'string') return side === 'least' && Number(bound) <= 1 ? 'some text' : `at ${side} ${counted(bound, 'character')}`
  if (['array', 'set', 'map'].includes(origin)) return `at ${side} ${counted(bound, 'entry', 'entries')}`
  if (origin === 'object') return `at ${side} ${counted(bound, 'field')}`
  return isIncluded ? `at ${side} ${bound}` : `${side === 'least' ? 'more' : 'less'} than ${bound}`
}

/** The words that the library gives where a schema gives none. */
const LIBRARY_WORDS = /^(Invalid|Too (small|big)|Unrecognized)/

/** What was expected, in plain words: those of the schema, else those that fit the issue. None of the library's reach a person. */
export function expectedOf(issue: Issue): string {
  if (!LIBRARY_WORDS.test(issue.message)) return issue.message
  switch (issue.code) {
    case 'invalid_type':
      return typeWords[issue.expected] ?? 'a value of another kind'
    case 'too_small':
      return boundWords('least', issue.origin, issue.minimum, issue.inclusive ?? true)
    case 'too_big':
      return boundWords('most', issue.origin, issue.maximum, issue.inclusive ?? true)
    case 'invalid_format':
      return formatWords[issue.format] ?? 'text in the right form'
    case 'not_multiple_of':
      return `a multiple of ${issue.divisor}`
    case 'unrecognized_keys':
      return 'only the fields of the format'
    case 'invalid_value':
      return issue.values.length === 1 ? showValue(issue.values[0]) : `one of ${issue.values.map(String).join(', ')}`
    case 'invalid_union':
    case 'invalid_key':
    case 'invalid_element':
    case 'custom':
      return 'something that the format allows here'
  }
}

/**
 * The issues of a failed parse as field, value found, value expected: the first ones of very many, so that an answer stays short.
 * @param prefix - path of `input` within the whole file, so that the field named is the one in the file
 */
export function fieldProblems(error: z.ZodError, input: unknown, prefix: readonly PropertyKey[] = []): FieldProblem[] {
  return error.issues.slice(0, MOST_PROBLEMS).map((issue) => {
    if (issue.code === 'unrecognized_keys') {
      return {
        field: showPath([...prefix, ...issue.path]) || 'the document',
        found: issue.keys.join(', '),
        expected: 'only the fields of the format',
      }
    }
    return {
      field: showPath([...prefix, ...issue.path]) || 'the document',
      found: showValue(valueAt(input, issue.path)),
      expected: expectedOf(issue),
    }
  })
}
