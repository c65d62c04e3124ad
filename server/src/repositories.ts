import type { Knex } from 'knex'
import { carRepository } from './cars/carRepository'
import { circuitRepository } from './circuits/circuitRepository'
import { dayRepository } from './days/dayRepository'
import { eventRepository } from './events/eventRepository'
import { logRepository } from './log/logRepository'
import { markerSchemeRepository } from './markerSchemes/markerSchemeRepository'
import { meetingRepository } from './meetings/meetingRepository'
import { personRepository } from './people/personRepository'
import { homeworkRepository } from './people/homeworkRepository'
import { skillSignatureRepository } from './people/skillSignatureRepository'
import { planRepository } from './plans/planRepository'
import { planVersionRepository } from './plans/planVersionRepository'
import { recordingRepository } from './recordings/recordingRepository'
import { streamRepository } from './recordings/streamRepository'
import { schoolRepository } from './school/schoolRepository'
import { sessionRepository } from './sessions/sessionRepository'
import { solutionRepository } from './solutions/solutionRepository'
import { stintRepository } from './stints/stintRepository'
import { migrationNames } from './db/openDatabase'
import { demonstrationRepository } from './demonstration/demonstrationRepository'
import { databaseIdentity } from './db/databaseIdentity'
import { UnreadableRows } from './db/unreadableRows'
import { writeCount } from './db/writeCount'
import { timetableRepository } from './timetables/timetableRepository'
import { vehicleTypeRepository } from './vehicleTypes/vehicleTypeRepository'

const byNoun = (db: Knex, unreadable: UnreadableRows) => ({
  cars: carRepository(db, unreadable),
  circuits: circuitRepository(db, unreadable),
  days: dayRepository(db, unreadable),
  demonstration: demonstrationRepository(db),
  events: eventRepository(db, migrationNames.at(-1)!),
  logs: logRepository(db),
  markerSchemes: markerSchemeRepository(db, unreadable),
  meetings: meetingRepository(db, unreadable),
  people: personRepository(db, unreadable),
  plans: planRepository(db, unreadable),
  planVersions: planVersionRepository(db),
  recordings: recordingRepository(db, unreadable),
  schools: schoolRepository(db),
  sessions: sessionRepository(db, unreadable),
  skillSignatures: skillSignatureRepository(db, unreadable),
  homework: homeworkRepository(db, unreadable),
  solutions: solutionRepository(db),
  stints: stintRepository(db, unreadable),
  streams: streamRepository(db),
  timetables: timetableRepository(db, unreadable),
  vehicleTypes: vehicleTypeRepository(db, unreadable),
})
export type ByNoun = ReturnType<typeof byNoun>
export interface Repositories extends ByNoun {
  /** A number that rises whenever anything but a log entry is stored or changed. */
  writes: () => number
  /** Makes several changes, all of them or none. */
  transaction: <T>(task: (within: ByNoun) => Promise<T>) => Promise<T>
  /** The same within an open change, with unreadable rows of its own. */
  on: (trx: Knex) => { within: ByNoun; unreadable: UnreadableRows }
  /** rows that were met and could not be read */
  unreadable: UnreadableRows
  /** the database's own name */
  databaseId: () => Promise<string>
}

/** Everything stored, by noun. */
export function repositoriesOf(db: Knex): Repositories {
  const unreadable = new UnreadableRows()
  return {
    ...byNoun(db, unreadable),
    unreadable,
    writes: writeCount(db),
    databaseId: databaseIdentity(db),
    on: (trx) => {
      const met = new UnreadableRows()
      return { within: byNoun(trx, met), unreadable: met }
    },
    transaction: (task) => db.transaction((trx) => task(byNoun(trx, unreadable))),
  }
}
