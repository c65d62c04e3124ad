import type { Knex } from 'knex'
import { eventSchema, type TrackEvent } from '@ochote/contracts'

interface EventRow {
  id: string
  name: string
  day: string
  circuit_id: string
  weather: string
}

const toEvent = (row: EventRow): TrackEvent =>
  eventSchema.parse({ id: row.id, name: row.name, day: row.day, circuitId: row.circuit_id, weather: row.weather })

/** Days as they are stored. */
export function eventRepository(db: Knex) {
  return {
    list: async (): Promise<TrackEvent[]> => (await db<EventRow>('events').orderBy('day')).map(toEvent),
    find: async (id: string): Promise<TrackEvent | undefined> => {
      const row = await db<EventRow>('events').where({ id }).first()
      return row && toEvent(row)
    },
    add: async ({ id, name, day, circuitId, weather }: TrackEvent): Promise<void> => {
      await db('events').insert({ id, name, day, circuit_id: circuitId, weather }).onConflict('id').ignore()
    },
  }
}
export type EventRepository = ReturnType<typeof eventRepository>
