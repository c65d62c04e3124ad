import type { Knex } from 'knex'

interface Statement {
  sql: string
}

const CHANGES = /^\s*(insert|update|delete|alter|drop|create)\b/i
/** The log, recordings, and the write that only tries whether there is space. */
const LOG = /^\s*(insert into|update) [`"](log_entries|device_clocks|database_identity|recording\w*|reviews|review_sounds)[`"]/i

/**
 * Counts the statements that change anything but the log, in transactions too. While the count stands still, an answer from
 * other tables still holds.
 * @returns the count so far
 */
export function writeCount(db: Knex): () => number {
  let count = 0
  db.on('query', ({ sql }: Statement) => {
    if (CHANGES.test(sql) && !LOG.test(sql)) count++
  })
  return () => count
}
