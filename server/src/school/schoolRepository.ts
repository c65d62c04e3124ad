import type { Knex } from 'knex'
import { schoolSchema, usualCertificate, usualGround, type School, type SchoolDraft } from '@ochote/contracts'
import { addRow, saveVersioned, type Saved } from '../db/saveVersioned'
import { defaultCalls, defaultMeeting } from '@ochote/core'

interface SchoolRow {
  id: string
  content: string
  version: number
}

/** One database belongs to one school. */
const ID = 'school'

/** The settings before a school makes its own. */
const defaultSchool: School = {
  name: 'Our school',
  meeting: [...defaultMeeting],
  calls: defaultCalls,
  ground: usualGround,
  units: 'metric',
  timeZone: null,
  carChecks: [],
  certificate: usualCertificate,
  version: 1,
}

/** A school's settings for all its days. */
export function schoolRepository(db: Knex) {
  const find = async (): Promise<School> => {
    const row = await db<SchoolRow>('schools').where({ id: ID }).first()
    return row ? schoolSchema.parse({ ...(JSON.parse(row.content) as object), version: row.version }) : defaultSchool
  }
  return {
    find,
    /** Saves over a version. */
    save: async (draft: SchoolDraft, fromVersion: number): Promise<Saved> => {
      const columns = { content: JSON.stringify(draft) }
      const saved = await saveVersioned(db, 'schools', { id: ID }, columns, fromVersion)
      if (saved !== 'conflict' || fromVersion !== defaultSchool.version) return saved
      // the settings that a school starts with are stored nowhere
      return addRow(db, 'schools', { id: ID }, { ...columns, version: fromVersion + 1 })
    },
  }
}
export type SchoolRepository = ReturnType<typeof schoolRepository>
