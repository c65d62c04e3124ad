import type { Day } from '@ochote/contracts'
import { v7 as uuid } from 'uuid'
import { today } from '../format/format'

/** A day like an earlier one: its plans, stints and sessions come with it. */
export const copyOfDay = ({ name, circuitId }: Day): Day => ({ ...newDay(), name, circuitId })

/** A day to be filled in: today. */
export const newDay = (): Day => ({
  ...{ id: uuid(), name: '', date: today(), circuitId: '', weather: '', hours: [], version: 0 },
})
