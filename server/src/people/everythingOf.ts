import { gunzipSync } from 'node:zlib'
import type { Person, PersonFile, StoredEntry } from '@ochote/contracts'
import { circuitOfDay } from '../days/circuitOfDay'
import type { Repositories } from '../repositories'

/** Everything that is kept of one person. Who else was in an incident, saw it, or was passed stays out: that is theirs. */
export async function everythingOf(all: Repositories, person: Person): Promise<PersonFile> {
  const stints = await all.stints.viewsForStudent(person.id)
  const driven = (await all.days.list('all')).filter((day) => stints.some(({ stint }) => stint.dayId === day.id))
  const days: PersonFile['days'] = []
  for (const day of driven) {
    const own = stints.filter(({ stint }) => stint.dayId === day.id)
    const logged = await Promise.all(own.map(async (view) => ({ ...view, log: await logOf(all, view.stint.id) })))
    days.push({ date: day.date, name: day.name, circuit: (await circuitOfDay(all, day)).name, stints: logged })
  }
  const recordings: PersonFile['recordings'] = []
  for (const recording of await all.recordings.list({ studentId: person.id }, 'all')) {
    // files are kept packed
    const file = await all.recordings.bytes(recording.id, 'file')
    if (file) recordings.push({ recording, review: await all.recordings.review(recording.id), file: gunzipSync(file).toString('base64') })
  }
  const [signatures, homework] = await Promise.all([all.skillSignatures.list(person.id), all.homework.list(person.id)])
  return { format: 'everything of one person', version: 1, person, days, signatures, homework, recordings }
}

async function logOf(all: Repositories, stintId: string): Promise<StoredEntry[]> {
  const entries: StoredEntry[] = []
  for (let after = 0; ;) {
    const page = await all.logs.page({ stintId }, after)
    entries.push(...page.entries.map(withoutOthers))
    if (page.last <= after || page.entries.length === 0) return entries
    after = page.last
  }
}

function withoutOthers(entry: StoredEntry): StoredEntry {
  if (entry.kind === 'report') return { ...entry, others: '', witnesses: '' }
  return entry.kind === 'pass' ? { ...entry, who: '' } : entry
}
