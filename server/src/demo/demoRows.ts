import { demoId } from './demoId'
import { cars, instructors, markerSchemes, students, vehicleTypes } from './school'

export const circuitId = (key: string) => demoId(`circuit/${key}`)
/** The two days of the demonstration. */
export const demoDays = { first: demoId('event/first'), second: demoId('event/second') } as const

const ids = (list: readonly { id: string }[]) => list.map(({ id }) => id)

/** What the demonstration puts on the shelf, by table, each table before those that its rows name. */
export const demoShelf = [
  { table: 'cars', noun: 'car', ids: ids([...cars.hatches, cars.estate, cars.kart]) },
  { table: 'people', noun: 'person', ids: ids([...students, ...instructors]) },
  { table: 'vehicle_types', noun: 'vehicle type', ids: ids(Object.values(vehicleTypes)) },
  { table: 'marker_schemes', noun: 'marker scheme', ids: ids(markerSchemes) },
  { table: 'circuits', noun: 'circuit', ids: ['skerrow', 'yard', 'peat'].map(circuitId) },
] as const
