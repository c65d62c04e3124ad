import type { Knex } from 'knex'
import { homeworkSchema, type Homework } from '@ochote/contracts'
import { archiving, listed } from '../db/archive'
import { addRow, type Saved } from '../db/saveVersioned'
import type { UnreadableRows } from '../db/unreadableRows'

interface HomeworkRow {
  id: string
  person_id: string
  text: string
  given_on: string
  done_on: string | null
}

const toHomework = ({ id, person_id, text, given_on, done_on }: HomeworkRow): Homework =>
  homeworkSchema.parse({ id, personId: person_id, text, givenOn: given_on, doneOn: done_on })

/** What students are asked to do before their next day. */
export function homeworkRepository(db: Knex, unreadable: UnreadableRows) {
  const rows = () => db<HomeworkRow>('homework')
  return {
    find: async (id: string): Promise<Homework | undefined> => {
      const row = await rows().where({ id }).first()
      return row && toHomework(row)
    },
    /** A student's, in the order in which it was given. */
    list: async (personId: string): Promise<Homework[]> =>
      unreadable.read(
        'homework',
        await listed(rows(), 'offered').where({ person_id: personId }).orderBy(['given_on', 'id']),
        (row) => row.id,
        toHomework,
      ),
    add: ({ id, personId, text, givenOn, doneOn }: Homework): Promise<Saved> =>
      addRow(db, 'homework', { id }, { person_id: personId, text, given_on: givenOn, done_on: doneOn }),
    setDone: async (id: string, doneOn: string | null): Promise<void> => {
      await rows().where({ id }).update({ done_on: doneOn })
    },
    setArchived: archiving(db, 'homework'),
  }
}
