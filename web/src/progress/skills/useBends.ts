import { useQueries } from '@tanstack/react-query'
import { useMemo } from 'react'
import type { Bend } from '@ochote/contracts'
import { bendOf, circuitFromDocument, cornersOf, sampleTrack } from '@ochote/core'
import { circuitQuery } from '../../api/queries'

/** The kind of every corner of some circuits, in the order of the lap, by circuit; without those that are not known yet. */
export function useBends(circuitIds: readonly string[]): ReadonlyMap<string, ReadonlyMap<string, Bend>> {
  const circuits = useQueries({ queries: circuitIds.map(circuitQuery), combine: (all) => all.map(({ data }) => data) })
  return useMemo(
    () =>
      new Map(
        circuits.flatMap((stored) => {
          const circuit = stored && circuitFromDocument(stored.document)
          if (!circuit?.ok) return []
          const track = sampleTrack(circuit.value)
          return [[stored!.id, new Map(cornersOf(track).map((corner) => [corner.number, bendOf(track, corner)]))] as const]
        }),
      ),
    [circuits],
  )
}
