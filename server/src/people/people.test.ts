import { createHash, randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import {
  nothingKnown,
  type Day,
  type DayView,
  type Person,
  type PersonFile,
  type SkillSignature,
  type StudentView,
} from '@ochote/contracts'
import { seededFile } from '../testing/seededFile'
import { startApp, type RunningApp } from '../testing/startApp'

let app: RunningApp
let day: DayView
beforeAll(async () => {
  app = await startApp(seededFile())
  const days = (await app.ask('GET', '/api/days')).body as Day[]
  day = (await app.ask('GET', `/api/days/${days.find((one) => one.date === '2026-10-17')!.id}`)).body as DayView
})
afterAll(() => app.stop())

const someone = (name: string) => ({
  id: randomUUID(),
  person: { ...nothingKnown, name, role: 'student' as const, experience: '', wishes: '', push: null, talk: null, wordsPerSecond: null },
})
const find = async (id: string) => (await app.ask('GET', `/api/people/${id}`)).body as Person
const names = async () => ((await app.ask('GET', '/api/people')).body as Person[]).map((person) => person.name)

describe('people', () => {
  it('are added many at once, all of them or none', async () => {
    const people = ['Alva', 'Bryn'].map(someone)
    expect((await app.ask('POST', '/api/people/many', { people })).status).toBe(201)
    expect(await names()).toEqual(expect.arrayContaining(['Alva', 'Bryn']))
    const bad = [someone('Cato'), { ...someone('Dara'), id: people[0]!.id }]
    expect((await app.ask('POST', '/api/people/many', { people: bad })).status).toBe(409)
    expect(await names()).not.toContain('Cato')
    const nameless = await app.ask('POST', '/api/people/many', { people: [someone('Edda'), someone('')] })
    expect((nameless.body as { fields: { field: string }[] }).fields[0]).toMatchObject({ field: 'people[1].person.name', found: '""' })
    expect(await names()).not.toContain('Edda')
  })

  it('keep what a page from before these fields does not send', async () => {
    const { id, person } = someone('Finn')
    await app.ask('POST', '/api/people', { id, person: { ...person, phone: '0123', emergencyContact: 'Gwen 0456' } })
    await app.ask('PUT', `/api/people/${id}`, { change: { wishes: 'Calm' }, fromVersion: 1 })
    expect(await find(id)).toMatchObject({ wishes: 'Calm', phone: '0123', emergencyContact: 'Gwen 0456', version: 2 })
  })

  it('may be shown as good examples once they agreed, and a day says who did', async () => {
    const { studentId } = day.stints[1]!.stint
    const shown = async () =>
      ((await app.ask('GET', `/api/days/${day.id}`)).body as DayView).people.filter(({ mayBeShown }) => mayBeShown).map(({ id }) => id)
    expect(await shown()).toEqual([])
    const { version } = await find(studentId)
    await app.ask('PUT', `/api/people/${studentId}`, { change: { mayBeShown: true }, fromVersion: version })
    expect(await find(studentId)).toMatchObject({ mayBeShown: true })
    expect(await shown()).toEqual([studentId])
  })

  it('are erased for good: the record stays under the role they had', async () => {
    const { stint } = day.stints[0]!
    const before = await find(stint.studentId)
    expect((await app.ask('POST', `/api/people/${stint.studentId}/erased`, { fromVersion: before.version + 1 })).status).toBe(409)
    await app.ask('POST', `/api/people/${stint.studentId}/erased`, { fromVersion: before.version })
    expect(await find(stint.studentId)).toMatchObject({ ...nothingKnown, name: 'former student', experience: '', wishes: '' })
    expect(await names()).not.toContain(before.name)
    const record = (await app.ask('GET', `/api/people/${stint.studentId}/stints`)).body as StudentView
    expect(record.days.length).toBeGreaterThan(0)
    const rows = (await app.db('people').where({ id: stint.studentId })) as object[]
    expect(JSON.stringify(rows)).not.toContain(before.name)
  })

  it('teach until their qualification runs out, and after that only with a named reason', async () => {
    const { stint } = day.stints.find((one) => one.stint.planVersionId === null)!
    const instructor = await find(stint.instructorId)
    const until = async (change: Partial<Person>) => {
      const { version } = await find(instructor.id)
      expect((await app.ask('PUT', `/api/people/${instructor.id}`, { change, fromVersion: version })).status).toBe(200)
    }
    const give = () => {
      const { id, planId, studentId, carId, instructorId, plannedLaps, otherTypesCones } = { ...stint, id: randomUUID() }
      const draft = { planId, studentId, carId, instructorId, plannedLaps, otherTypesCones, startsAt: '16:00' }
      return app.ask('POST', '/api/stints', { id, dayId: day.id, stint: draft })
    }
    await until({ qualifiedUntil: '2026-10-16' })
    const refused = await give()
    expect(refused.status).toBe(400)
    expect((refused.body as { detail: string }).detail).toContain(
      `found ${instructor.name}, qualified until 2026-10-16, expected someone qualified on that day`,
    )
    await until({ teachesAnyway: 'H. Quill: the renewal is in the post' })
    expect((await give()).status).toBe(201)
    await until({ teachesAnyway: '', qualifiedUntil: '2026-10-17' })
    expect((await app.ask('GET', `/api/days/${day.id}`)).status).toBe(200)
  })
})

describe('everything that is kept of one person', () => {
  const studentNamed = (name: string) => day.people.find((one) => one.name === name)!
  const everythingOf = async (id: string) => (await app.ask('GET', `/api/people/${id}/everything`)).body as PersonFile

  it('has their details, days, stints with logs and debriefs, and their recordings as they came', async () => {
    const own = studentNamed('Tobias Fennick')
    const { person, days, recordings } = await everythingOf(own.id)
    expect(person).toMatchObject({ name: 'Tobias Fennick', role: 'student' })
    expect(days.map(({ date }) => date).sort()).toEqual(['2026-10-03', '2026-10-17'])
    const stints = days.flatMap((one) => one.stints)
    expect(stints.every(({ stint }) => stint.studentId === own.id)).toBe(true)
    for (const { stint, log } of stints) {
      const stored = (await app.ask('GET', `/api/log?stintId=${stint.id}`)).body as { entries: unknown[] }
      expect(log).toHaveLength(stored.entries.length)
    }
    expect(stints.filter(({ debrief }) => debrief !== null).length).toBeGreaterThan(0)
    expect(recordings.length).toBeGreaterThan(0)
    for (const { recording, file } of recordings)
      expect(createHash('sha256').update(Buffer.from(file, 'base64')).digest('hex')).toBe(recording.sha256)
  })

  it('names no other student, also where an incident report did', async () => {
    const own = studentNamed('Tobias Fennick')
    const { stint } = day.stints.find((one) => one.stint.studentId === own.id)!
    const base = { stintId: stint.id, deviceId: 'a test', deviceTime: '2026-10-17T10:00:00.000Z', lap: 1, corner: '4' }
    const incident = { ...base, id: randomUUID(), kind: 'incident', what: 'contact' }
    const { lap: _lap, corner: _corner, ...common } = base
    const report = { ...common, id: randomUUID(), kind: 'report', about: incident.id, others: 'Leo Vantongeren' }
    const rest = { happened: 'They touched.', injured: '', damage: '', done: '', witnesses: 'Leo Vantongeren' }
    const added = await app.ask('POST', `/api/stints/${stint.id}/log`, { entries: [incident, { ...report, ...rest }] })
    expect(added.status).toBeLessThan(300)
    const file = JSON.stringify(await everythingOf(own.id))
    expect(file).toContain('They touched.')
    for (const { name, role } of day.people) if (role === 'student' && name !== 'Tobias Fennick') expect(file).not.toContain(name)
  })

  it('of an instructor has no stints of others, and of nobody is not found', async () => {
    const instructor = day.people.find(({ role }) => role === 'instructor')!
    expect(await everythingOf(instructor.id)).toMatchObject({ days: [], recordings: [] })
    expect((await app.ask('GET', `/api/people/${randomUUID()}/everything`)).status).toBe(404)
  })
})

describe('signed steps of a skill', () => {
  const signature = (over: object = {}) => ({
    ...{ id: randomUUID(), skill: 'braking', bend: 'tight', level: 'steady', on: '2026-10-17', remark: ' Three clean laps. ' },
    ...over,
  })
  const student = () => day.stints[1]!.stint.studentId
  const instructor = () => day.stints[1]!.stint.instructorId
  const path = (rest = '') => `/api/people/${student()}/signatures${rest}`
  const stored = async () => (await app.ask('GET', path())).body as SkillSignature[]
  const fieldOf = (body: unknown) => (body as { fields: { field: string; found: string }[] }).fields[0]

  it('are signed by an instructor, once, and listed with their remark', async () => {
    const one = signature({ instructorId: instructor() })
    expect((await app.ask('POST', path(), one)).status).toBe(201)
    expect((await app.ask('POST', path(), one)).status).toBe(201) // an answer that was lost: sent again, stored once
    expect((await app.ask('POST', path(), { ...one, level: 'kept' })).status).toBe(409)
    expect((await stored()).filter(({ id }) => id === one.id)).toEqual([
      { ...one, remark: 'Three clean laps.', personId: student(), withdrawn: null },
    ])
  })

  it('are signed for no one else, by no one else, and at no other level', async () => {
    const before = await stored()
    const byStudent = await app.ask('POST', path(), signature({ instructorId: student() }))
    expect([byStudent.status, fieldOf(byStudent.body)]).toMatchObject([400, { field: 'instructorId', found: student() }])
    const level = await app.ask('POST', path(), signature({ instructorId: instructor(), level: 'mastered' }))
    expect([level.status, fieldOf(level.body)]).toMatchObject([400, { field: 'level', found: '"mastered"' }])
    const ofInstructor = await app.ask('POST', `/api/people/${instructor()}/signatures`, signature({ instructorId: instructor() }))
    expect([ofInstructor.status, fieldOf(ofInstructor.body)]).toMatchObject([400, { field: 'personId' }])
    expect((await app.ask('POST', `/api/people/${randomUUID()}/signatures`, signature({ instructorId: instructor() }))).status).toBe(404)
    expect(await stored()).toEqual(before)
  })

  it('are withdrawn with a reason, once, and never deleted', async () => {
    const one = signature({ instructorId: instructor(), skill: 'exit' })
    await app.ask('POST', path(), one)
    const withdrawal = { instructorId: instructor(), on: '2026-10-17', why: 'Ran wide twice after.' }
    const noReason = await app.ask('POST', path(`/${one.id}/withdrawn`), { ...withdrawal, why: ' ' })
    expect([noReason.status, fieldOf(noReason.body)]).toMatchObject([400, { field: 'why' }])
    expect((await app.ask('POST', path(`/${one.id}/withdrawn`), withdrawal)).body).toMatchObject({ id: one.id, withdrawn: withdrawal })
    expect((await app.ask('POST', path(`/${one.id}/withdrawn`), withdrawal)).status).toBe(200)
    expect((await app.ask('POST', path(`/${one.id}/withdrawn`), { ...withdrawal, why: 'Another reason.' })).status).toBe(409)
    const elsewhere = `/api/people/${day.stints[2]!.stint.studentId}/signatures/${one.id}/withdrawn`
    expect((await app.ask('POST', elsewhere, withdrawal)).status).toBe(404)
    expect((await stored()).find(({ id }) => id === one.id)).toMatchObject({ withdrawn: withdrawal })
  })

  it('are in everything of the person, and lose what was said about them when the person is erased', async () => {
    const file = (await app.ask('GET', `/api/people/${student()}/everything`)).body as PersonFile
    expect(file.signatures.map(({ skill }) => skill)).toEqual(expect.arrayContaining(['braking', 'exit']))
    const { version } = await find(student())
    await app.ask('POST', `/api/people/${student()}/erased`, { fromVersion: version })
    const left = await stored()
    expect(left.map(({ skill }) => skill).sort()).toEqual(file.signatures.map(({ skill }) => skill).sort())
    expect(left.flatMap((one) => [one.remark, one.withdrawn?.why ?? ''])).toEqual(left.flatMap(() => ['', '']))
  })
})
