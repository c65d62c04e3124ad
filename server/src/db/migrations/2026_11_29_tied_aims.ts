import type { Knex } from 'knex'

interface WorkOn {
  corner: string
  code: string
  advice: string
}
type Aim = { kind: 'mark'; corner: string; code: string } | { kind: 'words'; words: string }

/** What was to be worked on after a student's stints, by the words that an aim took from it. */
async function thingsByWords(db: Knex, studentId: string): Promise<Map<string, WorkOn>> {
  const rows = await db<{ work_on: string }>('debriefs')
    .whereIn('stint_id', db('stints').where({ student_id: studentId }).select('id'))
    .select('work_on')
  const things = rows.flatMap((row) => {
    try {
      return JSON.parse(row.work_on) as WorkOn[]
    } catch {
      return [] // a debrief that can't be read stays as it is, and ties no aim
    }
  })
  return new Map(things.map((w) => [`Corner ${w.corner}: ${w.advice}`.slice(0, 160), w]))
}

async function change(db: Knex, to: (aims: unknown[], studentId: string) => Promise<unknown[]>): Promise<void> {
  for (const { id, student_id, aims } of await db<{ id: string; student_id: string; aims: string }>('stints').select(
    'id',
    'student_id',
    'aims',
  )) {
    try {
      const before = JSON.parse(aims) as unknown[]
      if (before.length > 0)
        await db('stints')
          .where({ id })
          .update({ aims: JSON.stringify(await to(before, student_id)) })
    } catch (error) {
      if (!(error instanceof SyntaxError)) throw error // a row that can't be read is reported where it is read
    }
  }
}

/** An aim that was taken from a debrief follows its mark from now on. Others keep their words. */
export async function up(db: Knex): Promise<void> {
  await change(db, async (aims, studentId) => {
    const things = await thingsByWords(db, studentId)
    return aims.map((words): Aim => {
      const thing = things.get(words as string)
      return thing ? { kind: 'mark', corner: thing.corner, code: thing.code } : { kind: 'words', words: words as string }
    })
  })
}

/** An aim gets the words of the debrief that it came from, else it names its corner. */
export async function down(db: Knex): Promise<void> {
  await change(db, async (aims, studentId) => {
    const things = [...(await thingsByWords(db, studentId))]
    return (aims as Aim[]).map((aim) =>
      aim.kind === 'words'
        ? aim.words
        : (things.find(([, w]) => w.corner === aim.corner && w.code === aim.code)?.[0] ?? `Corner ${aim.corner}`),
    )
  })
}
