import Papa from 'papaparse'

const FORMULA = /^[=+\-@\t\r\n]/
const NUMBER = /^-?\d+(\.\d+)?$/

/** A spreadsheet would run a text that begins like a formula (OWASP, CSV injection); numbers stay numbers. */
const asText = (value: unknown): unknown => (typeof value === 'string' && FORMULA.test(value) && !NUMBER.test(value) ? `'${value}` : value)

/** Rows as CSV (RFC 4180) that a spreadsheet opens without running anything. */
export function csvOf(rows: readonly object[], columns?: readonly string[]): string {
  const safe = rows.map((row) => Object.fromEntries(Object.entries(row).map(([name, value]) => [name, asText(value)])))
  return Papa.unparse(safe, columns ? { columns: [...columns] } : {})
}
