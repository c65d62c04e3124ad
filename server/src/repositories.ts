import type { Knex } from 'knex'
import { circuitRepository } from './circuits/circuitRepository'
import { dayRepository } from './days/dayRepository'
import { solutionRepository } from './solutions/solutionRepository'
import { markerSchemeRepository } from './markerSchemes/markerSchemeRepository'
import { meetingRepository } from './meetings/meetingRepository'
import { personRepository } from './people/personRepository'
import { planRepository } from './plans/planRepository'
import { planVersionRepository } from './plans/planVersionRepository'
import { schoolRepository } from './school/schoolRepository'
import { sessionRepository } from './sessions/sessionRepository'
import { stintRepository } from './stints/stintRepository'
import { vehicleRepository } from './vehicles/vehicleRepository'

const byNoun = (db: Knex) => ({
  circuits: circuitRepository(db),
  vehicles: vehicleRepository(db),
  people: personRepository(db),
  markerSchemes: markerSchemeRepository(db),
  days: dayRepository(db),
  plans: planRepository(db),
  planVersions: planVersionRepository(db),
  stints: stintRepository(db),
  solutions: solutionRepository(db),
  meetings: meetingRepository(db),
  schools: schoolRepository(db),
  sessions: sessionRepository(db),
})
type ByNoun = ReturnType<typeof byNoun>
export interface Repositories extends ByNoun {
  /** does several things to what is stored, all of them or none */
  transaction: (task: (all: ByNoun) => Promise<void>) => Promise<void>
}

/** Everything stored, by noun. */
export const repositoriesOf = (db: Knex): Repositories => ({
  ...byNoun(db),
  transaction: (task) => db.transaction((trx) => task(byNoun(trx))),
})
