import Papa from 'papaparse'
import { describe, expect, it } from 'vitest'
import { csvOf } from './csv'

describe('a table as CSV', () => {
  it.each(['=1+1', '+1', "-2+3+cmd|' /C calc'!A0", '@SUM(A1)', '\t=1', '\r=1'])('has no formula in it: %j', (words) => {
    const [, cell] = Papa.parse<string[]>(csvOf([{ words }])).data
    expect(cell![0]!.startsWith("'")).toBe(true)
    expect(cell![0]!.slice(1)).toBe(words)
  })

  it('keeps numbers and plain text as they are', () => {
    expect(csvOf([{ a: '-5.20', b: 3, c: 'Weir, the', d: 'a - b' }], ['a', 'b', 'c', 'd'])).toBe('a,b,c,d\r\n-5.20,3,"Weir, the",a - b')
  })
})
