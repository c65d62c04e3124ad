import type { CircuitSummary, Day } from '@ochote/contracts'
import type { Repositories } from '../repositories'

/** The circuit of a day, which a foreign key guarantees to be there. */
export async function circuitOfDay({ circuits }: Pick<Repositories, 'circuits'>, day: Day): Promise<CircuitSummary> {
  const circuit = await circuits.summary(day.circuitId)
  if (!circuit) throw new Error(`day ${day.id} names circuit ${day.circuitId}, which is not stored`)
  return circuit
}
