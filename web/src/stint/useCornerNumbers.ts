import { skipToken, useQuery } from '@tanstack/react-query'
import { useMemo } from 'react'
import { circuitFromDocument, cornersOf, sampleTrack } from '@ochote/core'
import { circuitQuery } from '../api/queries'

/** A circuit's corner numbers in lap order. */
export function useCornerNumbers(circuitId: string | undefined): readonly string[] {
  const known = circuitQuery(circuitId ?? '')
  const circuit = useQuery({ ...known, queryFn: circuitId ? known.queryFn! : skipToken })
  return useMemo(() => {
    if (!circuit.data) return []
    const read = circuitFromDocument(circuit.data.document)
    return read.ok ? cornersOf(sampleTrack(read.value, 4)).map((c) => c.number) : []
  }, [circuit.data])
}
