import type { Knex } from 'knex'
import { archiving, listed, type Which } from '../db/archive'
import { addRow, saveVersioned, type Saved } from '../db/saveVersioned'
import type { UnreadableRows } from '../db/unreadableRows'
import { nothingKnown, personNameSchema, personSchema, type Person, type PersonChange, type PersonName } from '@ochote/contracts'

interface PersonRow {
  id: string
  name: string
  role: string
  experience: string
  wishes: string
  push: string | null
  talk: string | null
  words_per_second: number | null
  email: string
  phone: string
  emergency_contact: string
  licence: string
  must_know: string
  teaches: string
  qualified_until: string | null
  teaches_anyway: string
  /** SQLite has no booleans */
  may_be_shown: boolean | number
  version: number
}

const toPerson = ({
  words_per_second,
  emergency_contact,
  must_know,
  qualified_until,
  teaches_anyway,
  may_be_shown,
  ...row
}: PersonRow): Person =>
  personSchema.parse({
    ...row,
    ...{ wordsPerSecond: words_per_second, emergencyContact: emergency_contact, mustKnow: must_know, qualifiedUntil: qualified_until },
    ...{ teachesAnyway: teaches_anyway, mayBeShown: Boolean(may_be_shown) },
  })

/** Stands for someone whose row cannot be read, so that their stints are still shown. */
const NAMELESS = '(name can’t be read)'

const columnNames: Partial<Record<string, string>> = {
  ...{ wordsPerSecond: 'words_per_second', emergencyContact: 'emergency_contact' },
  ...{ mustKnow: 'must_know', qualifiedUntil: 'qualified_until' },
  ...{ teachesAnyway: 'teaches_anyway', mayBeShown: 'may_be_shown' },
}

/** The columns of the fields given. */
const columns = (change: PersonChange) =>
  Object.fromEntries(
    Object.entries(change).flatMap(([field, value]) => (value === undefined ? [] : [[columnNames[field] ?? field, value]])),
  )

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
          .select('id', 'name', 'role', 'may_be_shown')
          .orderBy('name')
      ).map((row) => {
        const read = personNameSchema.safeParse({ ...row, mayBeShown: Boolean(row.may_be_shown) })
        if (read.success) return read.data
        unreadable.note('people', row.id)
        return { id: row.id, name: NAMELESS, role: row.role === 'instructor' ? 'instructor' : 'student', mayBeShown: false }
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
    /** Takes a name and everything said about someone away for good; what they drove stays under the role they had. */
    erase: async (id: string, role: Person['role'], fromVersion: number): Promise<Saved> => {
      const nothing = { experience: '', wishes: '', push: null, talk: null, ...nothingKnown }
      const saved = await saveVersioned(db, 'people', { id }, columns({ name: `former ${role}`, ...nothing }), fromVersion)
      if (saved === 'conflict') return saved
      await rows()
        .where({ id })
        .update({ archived: true } as object)
      await db('homework').where({ person_id: id }).delete()
      // what was signed stays, without what was said about them
      await db('skill_signatures').where({ person_id: id }).update({ remark: '' })
      await db('skill_signatures').where({ person_id: id }).whereNotNull('withdrawn_by').update({ withdrawn_why: '' })
      return saved
    },
  }
}
