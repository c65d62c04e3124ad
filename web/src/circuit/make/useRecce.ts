import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { lengthOutOfBounds, typedLength } from '../../forms/lengths'
import { recceInWorker } from '../../workers/fileReaders'

export const WIDTH_M = { least: 1, most: 60 } as const
export const INSET_M = { least: 0, most: 10 } as const

/** What a circuit is made of: recordings, and widths as they are typed. */
export interface RecceDrive {
  readonly driven: File | null
  readonly rightEdge: File | null
  readonly byEdges: boolean
  readonly widths: { readonly left: string; readonly right: string; readonly inset: string }
  readonly start: { readonly lon: number; readonly lat: number } | null
  readonly reversed: boolean
}

const NOTHING_YET: RecceDrive = {
  driven: null,
  rightEdge: null,
  byEdges: false,
  widths: { left: '5', right: '5', inset: '1.2' },
  start: null,
  reversed: false,
}

function isUsable({ byEdges, rightEdge, widths }: RecceDrive): boolean {
  const good = (text: string) => lengthOutOfBounds(text, WIDTH_M.least, WIDTH_M.most) === null
  if (byEdges) return rightEdge !== null && lengthOutOfBounds(widths.inset, INSET_M.least, INSET_M.most) === null
  return good(widths.left) && good(widths.right)
}

const named = (file: File | null) => file && [file.name, file.size, file.lastModified]

/** A recce drive as it is filled in, and the circuit that a worker makes of it. */
export function useRecce() {
  const [drive, setDrive] = useState(NOTHING_YET)
  const { driven, byEdges, widths, start, reversed } = drive
  const rightEdge = byEdges ? drive.rightEdge : null
  const made = useQuery({
    queryKey: ['recce', named(driven), named(rightEdge), widths, byEdges, start, reversed],
    queryFn: ({ signal }) => {
      const [widthLeftM, widthRightM, insetM] = [widths.left, widths.right, widths.inset].map((text) => typedLength(text)) as [
        number,
        number,
        number,
      ]
      return recceInWorker({ name: 'New circuit', driven: driven!, rightEdge, widthLeftM, widthRightM, insetM, start, reversed }, signal)
    },
    enabled: driven !== null && isUsable(drive),
    placeholderData: (before) => before,
    structuralSharing: false,
    retry: false,
    gcTime: 0,
  })
  return { drive, change: (part: Partial<RecceDrive>) => setDrive((before) => ({ ...before, ...part })), made }
}
