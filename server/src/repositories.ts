import type { Knex } from 'knex'
import { circuitRepository } from './circuits/circuitRepository'
import { eventRepository } from './days/eventRepository'
import { keptWorkRepository } from './keptWork/keptWorkRepository'
import { markerSchemeRepository } from './markerSchemes/markerSchemeRepository'
import { personRepository } from './people/personRepository'
import { planRepository } from './plans/planRepository'
import { planVersionRepository } from './plans/planVersionRepository'
import { stintRepository } from './stints/stintRepository'
import { vehicleRepository } from './vehicles/vehicleRepository'

/** Everything stored, by noun. */
export const repositoriesOf = (db: Knex) => ({
  circuits: circuitRepository(db),
  vehicles: vehicleRepository(db),
  people: personRepository(db),
  markerSchemes: markerSchemeRepository(db),
  events: eventRepository(db),
  plans: planRepository(db),
  planVersions: planVersionRepository(db),
  stints: stintRepository(db),
  keptWork: keptWorkRepository(db),
})
export type Repositories = ReturnType<typeof repositoriesOf>
