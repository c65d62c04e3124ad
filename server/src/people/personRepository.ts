import type { Knex } from 'knex'
import { archiving, listed, type Which } from '../db/archive'
import { addRow, saveVersioned, type Saved } from '../db/saveVersioned'
import type { UnreadableRows } from '../db/unreadableRows'
import { personNameSchema, personSchema, type Person, type PersonChange, type PersonName } from '@ochote/contracts'

interface PersonRow {
  id: string
  name: string
  role: string
  experience: string
  wishes: string
  push: string | null
  talk: string | null
  words_per_second: number | null
  version: number
}

const toPerson = ({ words_per_second, ...row }: PersonRow): Person => personSchema.parse({ ...row, wordsPerSecond: words_per_second })

/** Stands for someone whose row cannot be read, so that their stints are still shown. */
const NAMELESS = '(name can’t be read)'

/** The columns of the fields given. */
const columns = ({ wordsPerSecond, ...rest }: PersonChange) => ({
  ...rest,
  ...(wordsPerSecond === undefined ? {} : { words_per_second: wordsPerSecond }),
})

/** Stored people. */
export function personRepository(db: Knex, unreadable: UnreadableRows) {
  const rows = () => db<PersonRow>('people')
  return {
    list: async (which: Which = 'offered'): Promise<Person[]> =>
      unreadable.read('people', await listed(rows(), which).orderBy('name'), (row) => row.id, toPerson),
    /** Names of those who take part in a day. */
    namesForDay: async (dayId: string): Promise<PersonName[]> =>
      (
        await rows()
          .whereIn('id', db('day_people').select('person_id').where({ day_id: dayId }))
          .select('id', 'name', 'role')
          .orderBy('name')
      ).map((row) => {
        const read = personNameSchema.safeParse(row)
        if (read.success) return read.data
        unreadable.note('people', row.id)
        return { id: row.id, name: NAMELESS, role: row.role === 'instructor' ? 'instructor' : 'student' }
      }),
    find: async (id: string): Promise<Person | undefined> => {
      const row = await rows().where({ id }).first()
      return row && toPerson(row)
    },
    add: ({ id, version, ...draft }: Person): Promise<Saved> => addRow(db, 'people', { id }, { version, ...columns(draft) }),
    /** Whether someone takes part in any stint. */
    hasStints: async (id: string): Promise<boolean> =>
      (await db('stints').where({ student_id: id }).orWhere({ instructor_id: id }).first('id')) !== undefined,
    /** Changes the fields given, over a version. */
    save: (id: string, change: PersonChange, fromVersion: number): Promise<Saved> =>
      saveVersioned(db, 'people', { id }, columns(change), fromVersion),
    setArchived: archiving(db, 'people'),
  }
}
