import type { Knex } from 'knex'
import { personSchema, type Person } from '@ochote/contracts'

/** People as they are stored. */
export function personRepository(db: Knex) {
  return {
    list: async (): Promise<Person[]> => (await db<Person>('people').orderBy('name')).map((row) => personSchema.parse(row)),
    find: async (id: string): Promise<Person | undefined> => {
      const row = await db<Person>('people').where({ id }).first()
      return row && personSchema.parse(row)
    },
    add: async (person: Person): Promise<void> => {
      await db('people').insert(person).onConflict('id').ignore()
    },
  }
}
export type PersonRepository = ReturnType<typeof personRepository>
