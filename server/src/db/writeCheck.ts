import type { Knex } from 'knex'

/** A write is tried this often at most, ms. */
const EVERY_MS = 10_000

const sentences: Record<string, string> = {
  SQLITE_FULL: 'The disk is full. What is logged stays on the devices until there is space again.',
  SQLITE_READONLY: 'The database is read-only. What is logged stays on the devices.',
  SQLITE_CORRUPT: 'The database is damaged. Stop Ochote, and bring back a backup with npm run restore.',
}

/** Tries a write, so that a full disk or a damaged database is known before someone saves. */
export class WriteCheck {
  private readonly db: Knex
  private readonly now: () => Date
  private tried: { atMs: number; problem: string | null } | null = null

  constructor(db: Knex, now: () => Date) {
    this.db = db
    this.now = now
  }

  /** @returns why nothing can be written, in words, or null */
  async problem(): Promise<string | null> {
    const atMs = this.now().getTime()
    if (this.tried && this.tried.problem === null && Math.abs(atMs - this.tried.atMs) < EVERY_MS) return null
    this.tried = { atMs, problem: await this.write() }
    return this.tried.problem
  }

  private async write(): Promise<string | null> {
    try {
      await this.db('database_identity').update({ id: this.db.ref('id') })
      return null
    } catch (error) {
      const code = (error as { code?: string }).code ?? ''
      const known = Object.keys(sentences).find((name) => code.startsWith(name))
      return known ? sentences[known]! : 'The server can’t write to its database. What is logged stays on the devices.'
    }
  }
}
