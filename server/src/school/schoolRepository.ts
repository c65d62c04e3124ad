import type { Knex } from 'knex'
import { schoolSchema, type School, type SchoolDraft } from '@ochote/contracts'
import { defaultCalls, defaultMeeting } from '@ochote/core'

interface SchoolRow {
  id: string
  content: string
  version: number
}

/** One database belongs to one school. */
const ID = 'school'

/** The settings before a school makes its own. */
const defaultSchool: School = { name: 'Our school', meeting: [...defaultMeeting], calls: defaultCalls, version: 1 }

/** A school's settings for all its days. */
export function schoolRepository(db: Knex) {
  const find = async (): Promise<School> => {
    const row = await db<SchoolRow>('schools').where({ id: ID }).first()
    return row ? schoolSchema.parse({ ...(JSON.parse(row.content) as object), version: row.version }) : defaultSchool
  }
  return {
    find,
    /** Saves over a known version; false where another save came first, and then nothing is changed. */
    save: async (draft: SchoolDraft, fromVersion: number): Promise<boolean> => {
      const row = { content: JSON.stringify(draft), version: fromVersion + 1 }
      if ((await db<SchoolRow>('schools').where({ id: ID, version: fromVersion }).update(row)) === 1) return true
      if (fromVersion !== defaultSchool.version) return false
      return (
        (
          await db<SchoolRow>('schools')
            .insert({ id: ID, ...row })
            .onConflict('id')
            .ignore()
            .returning('id')
        ).length === 1
      )
    },
  }
}
export type SchoolRepository = ReturnType<typeof schoolRepository>
