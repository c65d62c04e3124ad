import { createHash } from 'node:crypto'

/** The same id for the same name every time the demonstration is made, in the form of a UUID version 8 (RFC 9562). */
export function demoId(name: string): string {
  const hex = createHash('sha256').update(`ochote demonstration/${name}`).digest('hex')
  return `${hex.slice(0, 8)}-${hex.slice(8, 12)}-8${hex.slice(13, 16)}-a${hex.slice(17, 20)}-${hex.slice(20, 32)}`
}
