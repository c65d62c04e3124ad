import type { Knex } from 'knex'
import { carRepository } from './cars/carRepository'
import { circuitRepository } from './circuits/circuitRepository'
import { dayRepository } from './days/dayRepository'
import { logRepository } from './log/logRepository'
import { markerSchemeRepository } from './markerSchemes/markerSchemeRepository'
import { meetingRepository } from './meetings/meetingRepository'
import { personRepository } from './people/personRepository'
import { planRepository } from './plans/planRepository'
import { planVersionRepository } from './plans/planVersionRepository'
import { schoolRepository } from './school/schoolRepository'
import { sessionRepository } from './sessions/sessionRepository'
import { solutionRepository } from './solutions/solutionRepository'
import { stintRepository } from './stints/stintRepository'
import { databaseIdentity } from './db/databaseIdentity'
import { writeCount } from './db/writeCount'
import { vehicleTypeRepository } from './vehicleTypes/vehicleTypeRepository'

const byNoun = (db: Knex) => ({
  cars: carRepository(db),
  circuits: circuitRepository(db),
  days: dayRepository(db),
  logs: logRepository(db),
  markerSchemes: markerSchemeRepository(db),
  meetings: meetingRepository(db),
  people: personRepository(db),
  plans: planRepository(db),
  planVersions: planVersionRepository(db),
  schools: schoolRepository(db),
  sessions: sessionRepository(db),
  solutions: solutionRepository(db),
  stints: stintRepository(db),
  vehicleTypes: vehicleTypeRepository(db),
})
export type ByNoun = ReturnType<typeof byNoun>
export interface Repositories extends ByNoun {
  /** A number that rises whenever anything but a log entry is stored or changed. */
  writes: () => number
  /** Makes several changes, all of them or none. */
  transaction: <T>(task: (within: ByNoun) => Promise<T>) => Promise<T>
  /** the database's own name */
  databaseId: () => Promise<string>
}

/** Everything stored, by noun. */
export const repositoriesOf = (db: Knex): Repositories => ({
  ...byNoun(db),
  writes: writeCount(db),
  databaseId: databaseIdentity(db),
  transaction: (task) => db.transaction((trx) => task(byNoun(trx))),
})
