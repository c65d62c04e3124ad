/** Knex has no types for its dialects. */
declare module 'knex/lib/dialects/better-sqlite3/index.js' {
  import type { Knex } from 'knex'

  interface BetterSqlite3Client extends Knex.Client {
    _formatBindings(bindings: readonly unknown[] | undefined): readonly unknown[]
  }
  const BetterSqlite3Client: Omit<typeof Knex.Client, 'prototype'> & {
    prototype: BetterSqlite3Client
    new (config: Knex.Config): BetterSqlite3Client
  }
  export default BetterSqlite3Client
}
