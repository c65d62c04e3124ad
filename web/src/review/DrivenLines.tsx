import { useTheme } from '@mui/material'
import { memo, useMemo } from 'react'
import type { LapTrace, Track } from '@ochote/core'
import { shownSamples, type RibbonScales, type SampleRange } from '../ribbon/ribbonScales'
import { speedStrokes } from '../ribbon/speedStrokes'
import type { Fit } from '../trackMap/fitToView'
import type { LapInk } from './lapInks'

/** A lap to draw, and the ink that sets it apart. */
export interface ShownLap {
  readonly key: string
  readonly says: string
  readonly trace: LapTrace
  /** seconds behind the reference at each place */
  readonly behind: Float64Array
  readonly ink: LapInk
}

/** What a lap's line tells beside where it went. */
export type LineTells = 'lap' | 'speed' | 'gain'

interface DrawnProps {
  laps: readonly ShownLap[]
  track: Track
  tells: LineTells
  /** width of the vehicle: each lap is drawn as wide as it was driven */
  widthM: number
}

/** Driven lines on the ribbon. */
export const LinesOnRibbon = memo(function LinesOnRibbon({ laps, track, tells, widthM, scales }: DrawnProps & { scales: RibbonScales }) {
  const shown = shownSamples(scales, { ...track, closed: false })
  return (
    <>
      {laps.map(({ key, ...lap }) => (
        <LapLine
          key={key}
          lap={lap}
          tells={tells}
          shown={shown}
          unit={1}
          trueWidth={Math.abs(scales.y(widthM) - scales.y(0))}
          point={(i) => [scales.x(track.stationM[i]!), scales.y(lap.trace.offsetM[i]!)]}
        />
      ))}
    </>
  )
})

/** Driven lines on the map. */
export const LinesOnMap = memo(function LinesOnMap({ laps, track, tells, widthM, fit, k }: DrawnProps & { fit: Fit; k: number }) {
  const points = useMemo(
    () =>
      laps.map(({ trace }) => (i: number): readonly [number, number] => {
        const [n, h] = [trace.offsetM[i]!, track.headingRad[i]!]
        return [fit.x(track.x[i]! - Math.sin(h) * n), fit.y(track.y[i]! + Math.cos(h) * n)]
      }),
    [laps, track, fit],
  )
  return (
    <>
      {laps.map(({ key, ...lap }, l) => (
        <LapLine
          key={key}
          lap={lap}
          tells={tells}
          shown={{ from: 0, to: track.count - 1 }}
          unit={1 / k}
          trueWidth={widthM * fit.pxPerM}
          point={points[l]!}
        />
      ))}
    </>
  )
})

interface LapLineProps {
  lap: Omit<ShownLap, 'key'>
  tells: LineTells
  shown: SampleRange
  /** size of a pixel */
  unit: number
  /** width of the vehicle as it is drawn */
  trueWidth: number
  point: (i: number) => readonly [number, number]
}

function LapLine({ lap: { trace, behind, ink, says }, tells, shown, unit, trueWidth, point }: LapLineProps) {
  const { tokens } = useTheme()
  const dash = (lengths: readonly number[]) => (lengths.length > 0 ? { strokeDasharray: lengths.map((px) => px * unit).join(' ') } : {})
  const widthPx = (px: number) => px * tokens.weight * unit
  if (tells === 'speed')
    return (
      <g fill="none" stroke={ink.colour} strokeLinecap="round">
        <title>{says}</title>
        {speedStrokes(withoutGaps(trace.speedMps), shown, point)
          .filter(({ d }) => !d.includes('NaN'))
          .map(({ widthPx: px, d }) => (
            <path key={px} d={d} strokeWidth={widthPx(px)} />
          ))}
      </g>
    )
  if (tells === 'gain') {
    const { gains, losses } = gainAndLoss(behind, shown)
    return (
      <g fill="none">
        <title>{`${says}: whole where time is gained, broken where it is lost`}</title>
        <path d={pathOf(shown, point, (i) => !gains.has(i) && !losses.has(i))} stroke={tokens.inkSoft} strokeWidth={widthPx(1.2)} />
        <path d={pathOf(shown, point, (i) => gains.has(i))} stroke={tokens.good} strokeWidth={widthPx(3.6)} />
        <path d={pathOf(shown, point, (i) => losses.has(i))} stroke={tokens.unsafe} strokeWidth={widthPx(3.6)} {...dash([4, 3])} />
      </g>
    )
  }
  const d = pathOf(shown, point, () => true)
  return (
    <g fill="none" stroke={ink.colour}>
      <title>{says}</title>
      <path d={d} strokeWidth={trueWidth} opacity={0.22} />
      <path d={d} strokeWidth={widthPx(1.8)} {...dash(ink.dash)} />
    </g>
  )
}

/** Speeds of a lap that lacks some: those are drawn nowhere, but must not spoil the span of the others. */
const withoutGaps = (speedMps: Float64Array): Float64Array => {
  const any = speedMps.find((v) => !Number.isNaN(v)) ?? 1
  return speedMps.map((v) => (Number.isNaN(v) ? any : v))
}

/** Time gained or lost within so many samples counts, from so many seconds on. */
const OVER_SAMPLES = 8
const FROM_S = 0.012

function gainAndLoss(behind: Float64Array, { from, to }: SampleRange): { gains: ReadonlySet<number>; losses: ReadonlySet<number> } {
  const [gains, losses] = [new Set<number>(), new Set<number>()]
  for (let i = from; i <= to; i++) {
    const change = behind[Math.min(behind.length - 1, i + OVER_SAMPLES)]! - behind[Math.max(0, i - OVER_SAMPLES)]!
    if (change > FROM_S) losses.add(i)
    if (change < -FROM_S) gains.add(i)
  }
  return { gains, losses }
}

/** A path through the samples that pass, broken where one does not or has no place. */
function pathOf({ from, to }: SampleRange, point: LapLineProps['point'], passes: (i: number) => boolean): string {
  let [d, isOpen] = ['', false]
  for (let i = from; i <= to; i++) {
    const [x, y] = point(i)
    if (Number.isNaN(y) || !passes(i)) {
      isOpen = false
      continue
    }
    d += `${isOpen ? 'L' : 'M'}${x.toFixed(2)},${y.toFixed(2)}`
    isOpen = true
  }
  return d
}
