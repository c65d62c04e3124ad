import { Box, useTheme } from '@mui/material'
import { pointer } from 'd3-selection'
import { useMemo, useRef, type MouseEvent } from 'react'
import { placeFeatures, circuitFromDocument, sampleTrack, toLocal, toLonLat } from '@ochote/core'
import { fitToView } from '../../trackMap/fitToView'
import { MapTrack } from '../../trackMap/MapTrack'
import { useSize } from '../../ribbon/useSize'
import type { RecceAnswer } from '../../workers/recce.worker'
import { ScaleBar } from '../ScaleBar'

interface RecceMapProps {
  answer: RecceAnswer
  onStart: (place: { lon: number; lat: number }) => void
}

/** The drive as it was recorded, and the track made of it. */
export function RecceMap({ answer, onStart }: RecceMapProps) {
  const { tokens } = useTheme()
  const { ref, width, height } = useSize<HTMLDivElement>()
  const svg = useRef<SVGSVGElement>(null)
  const track = useMemo(() => {
    const read = circuitFromDocument(answer.circuit.document)
    return read.ok ? sampleTrack(read.value) : null
  }, [answer])
  const fit = useMemo(() => (track ? fitToView(track, width, height) : null), [track, width, height])
  const features = useMemo(() => track && placeFeatures(track), [track])
  if (!track || !features || !fit) return <Box ref={ref}>These laps do not make a usable track: they cross each other.</Box>
  const { frame } = track.circuit
  const d = answer.driven
    .map(([lon, lat], i) => {
      const p = toLocal(frame, lon, lat)
      return `${i === 0 ? 'M' : 'L'}${fit.x(p.x).toFixed(1)},${fit.y(p.y).toFixed(1)}`
    })
    .join('')
  const choose = (event: MouseEvent) => {
    const [px, py] = pointer(event.nativeEvent, svg.current)
    onStart(toLonLat(frame, fit.toEast(px), fit.toNorth(py)))
  }
  return (
    <Box ref={ref} sx={{ position: 'relative', width: '100%', height: '100%', overflow: 'hidden' }}>
      <svg
        ref={svg}
        width={width}
        height={height}
        role="img"
        aria-label="The drive, and the track made from it, north up"
        style={{ cursor: 'crosshair' }}
        onClick={choose}
      >
        <MapTrack track={track} features={features} fit={fit} k={1} />
        <path d={d} fill="none" stroke={tokens.action} strokeWidth={1} opacity={0.7} />
      </svg>
      <ScaleBar pxPerM={fit.pxPerM} />
    </Box>
  )
}
