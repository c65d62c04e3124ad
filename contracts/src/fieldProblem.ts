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
      expected: issue.message
        .replace(/^Invalid input: expected (.*), received .*$/, '$1')
        .replace(/^(Too (small|big)|Invalid (option|input)): (expected )?/, ''),
    }
  })
}
