import type { Knex } from 'knex'
import { skillSignatureSchema, type SkillSignature, type Withdraw } from '@ochote/contracts'
import { addRow, type Saved } from '../db/saveVersioned'
import type { UnreadableRows } from '../db/unreadableRows'

interface SignatureRow {
  id: string
  person_id: string
  skill: string
  bend: string
  level: string
  instructor_id: string
  signed_on: string
  remark: string
  withdrawn_by: string | null
  withdrawn_on: string | null
  withdrawn_why: string | null
}

const toSignature = (row: SignatureRow): SkillSignature =>
  skillSignatureSchema.parse({
    ...{ id: row.id, personId: row.person_id, skill: row.skill, bend: row.bend, level: row.level },
    ...{ instructorId: row.instructor_id, on: row.signed_on, remark: row.remark },
    withdrawn: row.withdrawn_by === null ? null : { instructorId: row.withdrawn_by, on: row.withdrawn_on, why: row.withdrawn_why },
  })

const columns = ({ personId, skill, bend, level, instructorId, on, remark }: SkillSignature) => ({
  ...{ person_id: personId, skill, bend, level, instructor_id: instructorId, signed_on: on, remark },
})

/** Signed steps of skills. */
export function skillSignatureRepository(db: Knex, unreadable: UnreadableRows) {
  const rows = () => db<SignatureRow>('skill_signatures')
  const find = async (id: string): Promise<SkillSignature | undefined> => {
    const row = await rows().where({ id }).first()
    return row && toSignature(row)
  }
  return {
    find,
    /** Those of a student, in the order of their dates, with those withdrawn. */
    list: async (personId: string): Promise<SkillSignature[]> =>
      unreadable.read(
        'skill_signatures',
        await rows().where({ person_id: personId }).orderBy(['signed_on', 'id']),
        (row) => row.id,
        toSignature,
      ),
    sign: (signature: SkillSignature): Promise<Saved> => addRow(db, 'skill_signatures', { id: signature.id }, columns(signature)),
    /** Withdraws a signature that stands. */
    withdraw: async (id: string, { instructorId, on, why }: Withdraw): Promise<Saved> => {
      const change = { withdrawn_by: instructorId, withdrawn_on: on, withdrawn_why: why }
      if ((await rows().where({ id }).whereNull('withdrawn_by').update(change)) === 1) return 'saved'
      const { withdrawn } = (await find(id)) ?? {}
      const isSame = withdrawn?.instructorId === instructorId && withdrawn.on === on && withdrawn.why === why
      return isSame ? 'same' : 'conflict'
    },
  }
}
