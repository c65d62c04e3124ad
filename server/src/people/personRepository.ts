import type { Knex } from 'knex'
import { personSchema, type Person, type PersonSave } from '@ochote/contracts'

interface PersonRow {
  id: string
  name: string
  role: string
  experience: string
  wishes: string
  push: string | null
  talk: string | null
  words_per_second: number | null
}

const toPerson = ({ words_per_second, ...row }: PersonRow): Person => personSchema.parse({ ...row, wordsPerSecond: words_per_second })

/** Columns of what is known of someone; what is not given is left out. */
const columns = ({ wordsPerSecond, ...rest }: PersonSave) => ({
  ...rest,
  ...(wordsPerSecond === undefined ? {} : { words_per_second: wordsPerSecond }),
})

/** People as they are stored. */
export function personRepository(db: Knex) {
  const rows = () => db<PersonRow>('people')
  return {
    list: async (): Promise<Person[]> => (await rows().orderBy('name')).map(toPerson),
    find: async (id: string): Promise<Person | undefined> => {
      const row = await rows().where({ id }).first()
      return row && toPerson(row)
    },
    add: async ({ id, role, ...rest }: Person): Promise<void> => {
      await db('people')
        .insert({ id, role, ...columns(rest) })
        .onConflict('id')
        .ignore()
    },
    save: async (id: string, change: PersonSave): Promise<void> => {
      await db('people').where({ id }).update(columns(change))
    },
  }
}
export type PersonRepository = ReturnType<typeof personRepository>
