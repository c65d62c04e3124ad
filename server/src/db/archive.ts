import type { Knex } from 'knex'

/** What is listed: what is offered, what is archived, or both. */
export type Which = 'offered' | 'archived' | 'all'

/** The rows of a query that are listed. */
export const listed = <Q extends Knex.QueryBuilder>(query: Q, which: Which): Q =>
  which === 'all' ? query : (query.where({ archived: which === 'archived' }) as Q)

/** Ids of the rows that are archived. */
export const archivedIds = (db: Knex, table: string) => async (): Promise<ReadonlySet<string>> =>
  new Set((await db(table).where({ archived: true }).pluck('id')) as string[])

/** Archives a row or brings it back. What it says stays as it is, and so does its version. @returns whether there is such a row */
export const archiving =
  (db: Knex, table: string) =>
  async (id: string, archived: boolean): Promise<boolean> =>
    (await db(table).where({ id }).update({ archived })) === 1
