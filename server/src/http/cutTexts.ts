import type { FieldProblem } from '@ochote/contracts'

/** Texts with U+0000, by field: it means nothing in a text, and databases take it for the text's end. */
export function cutTexts(input: unknown, field = ''): FieldProblem[] {
  if (typeof input === 'string')
    return input.includes('\0') ? [{ field, found: 'the character U+0000', expected: 'a text without it' }] : []
  if (Array.isArray(input)) return input.flatMap((item, k) => cutTexts(item, `${field}[${k}]`))
  if (typeof input !== 'object' || input === null) return []
  return Object.entries(input).flatMap(([name, value]) => cutTexts(value, field === '' ? name : `${field}.${name}`))
}
