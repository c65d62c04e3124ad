import { Typography } from '@mui/material'
import { sampleAtStation, type Track } from '@ochote/core'
import { distance } from '../format/format'
import { useCursorStation } from '../ribbon/trackCursor'
import type { ShownLap } from './DrivenLines'
import { lanes, type LaneName } from './traceLanes'

/** Room for two laps, so that nothing moves under the pointer. */
const TWO_LINES = { minHeight: '2.9em' }

interface CursorValuesProps {
  track: Track
  laps: readonly ShownLap[]
  shown: readonly LaneName[]
  reference: string
}

/** What every shown lap does at the cursor, in a line of text. */
export function CursorValues({ track, laps, shown, reference }: CursorValuesProps) {
  const station = useCursorStation()
  if (station === null)
    return (
      <Typography variant="body2" color="text.secondary" sx={TWO_LINES}>
        Point at the ribbon or the map to read the laps. Wheel or pinch to zoom; arrows or a number go to a corner.
      </Typography>
    )
  const i = sampleAtStation(track, station)
  return (
    <Typography variant="body2" component="div" sx={TWO_LINES}>
      <b>at {distance(station)}</b>
      {laps.map(({ key, says, trace, behind }) => (
        <span key={key}>
          {' · '}
          <b>{says}</b> {valuesAt(trace, behind, i, shown, reference)}
        </span>
      ))}
    </Typography>
  )
}

function valuesAt(trace: ShownLap['trace'], behind: Float64Array, i: number, shown: readonly LaneName[], reference: string): string {
  const words = shown.flatMap((name) => {
    const lane = lanes[name]
    const value = lane.values(trace, behind)?.[i]
    if (value === undefined || Number.isNaN(value)) return []
    if (name === 'behind') return [`${Math.abs(value).toFixed(2)} s ${value >= 0 ? 'behind' : 'ahead of'} ${reference}`]
    const unit = lane.unit().split(' ')[0]!.replace(',', '')
    return [
      name === 'speed'
        ? `${value.toFixed(0)} ${unit}`
        : `${lane.says} ${value.toFixed(lane.digits)}${unit === '' ? '' : unit === '°' ? '°' : ` ${unit}`}`,
    ]
  })
  return words.length > 0 ? words.join(', ') : 'has nothing here'
}
