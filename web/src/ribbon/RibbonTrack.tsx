import { useTheme } from '@mui/material'
import { memo } from 'react'
import type { PlacedFeatures, Track } from '@ochote/core'
import { lanes, pathThrough, shownSamples, type RibbonScales } from './ribbonScales'
import { distance } from '../format/format'

/** Pixels a metre from which landmarks are named. */
const NAMED_FROM = 1.1
/** A label that begins this near outside the window still reaches into it. */
const NEAR_PX = 160
/** A landmark may stand this far past the edge and still be drawn at it. */
const KERB_DEPTH_M = 1

interface RibbonTrackProps {
  track: Track
  features: PlacedFeatures
  scales: RibbonScales
}

/** The still parts: verge, run-off, asphalt, edges, kerbs, patches, landmarks, hazards. */
export const RibbonTrack = memo(function RibbonTrack({ track, features, scales }: RibbonTrackProps) {
  const { tokens } = useTheme()
  const { x, y } = scales
  const at = (k: number) => x(k * track.stepM)
  const shown = shownSamples(scales, track)
  const left = pathThrough(track.count, shown, at, (i) => y(track.halfLeftM[i]!))
  const right = pathThrough(track.count, shown, at, (i) => y(-track.halfRightM[i]!))
  const [windowFrom, windowTo] = x.range() as [number, number]
  const inWindow = (fromM: number, toM: number) => x(toM) >= windowFrom - NEAR_PX && x(fromM) <= windowTo + NEAR_PX
  const backwards = right.split('L').reverse().join('L').replace('M', '')
  const metrePx = x(1) - x(0)
  const spans = (fromM: number, toM: number) =>
    toM >= fromM
      ? [[fromM, toM] as const]
      : ([
          [fromM, track.lengthM],
          [0, toM],
        ] as const)
  const edgeAt = (stationM: number, side: 'left' | 'right') => {
    const i = Math.min(track.count - 1, Math.round(stationM / track.stepM))
    return side === 'left' ? track.halfLeftM[i]! : -track.halfRightM[i]!
  }
  return (
    <g>
      <rect x={x(0)} width={x(track.lengthM) - x(0)} y={lanes.top} height={lanes.band} fill={tokens.verge} />
      {features.runOffs.flatMap((r, n) =>
        spans(r.startM, r.endM)
          .filter(([from, to]) => inWindow(from, to))
          .map(([from, to]) => {
            const edge = y(edgeAt(from, r.side))
            const top = r.side === 'left' ? lanes.top : edge
            const height = r.side === 'left' ? edge - lanes.top : lanes.top + lanes.band - edge
            return (
              <g key={`${n}-${from}`}>
                <rect
                  x={x(from)}
                  width={Math.max(0, x(to) - x(from))}
                  y={top}
                  height={Math.max(0, height)}
                  fill={tokens.edge}
                  opacity={0.2}
                />
                {metrePx > 0.9 && (
                  <text
                    x={x(from) + 4}
                    y={r.side === 'left' ? lanes.top + 11 : lanes.top + lanes.band - 4}
                    fontSize={10.5}
                    fill={tokens.inkSoft}
                  >
                    {r.surface} {distance(r.depthM)}
                  </text>
                )}
              </g>
            )
          }),
      )}
      <path d={`${left}L${backwards}Z`} fill={tokens.asphalt} />
      {features.kerbs
        .filter((kerb) => inWindow(kerb.startM, kerb.endM))
        .map((kerb) => {
          const edge = edgeAt(kerb.startM, kerb.side)
          const outer = edge + (kerb.side === 'left' ? KERB_DEPTH_M : -KERB_DEPTH_M)
          return (
            <g key={`${kerb.side}${kerb.startM}`}>
              <line
                x1={x(kerb.startM)}
                x2={x(kerb.endM)}
                y1={(y(edge) + y(outer)) / 2}
                y2={(y(edge) + y(outer)) / 2}
                stroke={tokens.ink}
                strokeWidth={5}
              />
              <line
                x1={x(kerb.startM)}
                x2={x(kerb.endM)}
                y1={(y(edge) + y(outer)) / 2}
                y2={(y(edge) + y(outer)) / 2}
                stroke={tokens.raised}
                strokeWidth={3.4}
                strokeDasharray={`${Math.max(2, 2 * metrePx)}`}
              />
            </g>
          )
        })}
      <path d={left} fill="none" stroke={tokens.edge} strokeWidth={1.2 * tokens.weight} />
      <path d={right} fill="none" stroke={tokens.edge} strokeWidth={1.2 * tokens.weight} />
      {features.hazards
        .filter((h) => inWindow(h.stationM, h.stationM))
        .map((h) => (
          <g key={`${h.kind}${h.stationM}`} transform={`translate(${x(h.stationM)},${y(0)})`}>
            <title>{`${h.kind}: ${h.note}`}</title>
            <path d="M0,-8 L8,6 L-8,6 Z" fill={tokens.raised} stroke={tokens.caution} strokeWidth={1.6 * tokens.weight} />
            <text y={4.5} fontSize={10} fontWeight={700} textAnchor="middle" fill={tokens.caution}>
              !
            </text>
            {metrePx > NAMED_FROM && (
              <text x={11} y={4} fontSize={11} fill={tokens.caution}>
                {h.kind.replace('-', ' ')}
              </text>
            )}
          </g>
        ))}
      {features.landmarks
        .filter((l) => !l.kind.startsWith('kerb') && inWindow(l.stationM, l.stationM))
        .map((l) => {
          const above = l.offsetM > 0
          const edge = y(above ? edgeAt(l.stationM, 'left') : edgeAt(l.stationM, 'right'))
          return (
            <g key={`${l.kind}${l.stationM}`}>
              <title>{l.name || l.kind}</title>
              <line
                x1={x(l.stationM)}
                x2={x(l.stationM)}
                y1={edge}
                y2={above ? edge - 9 : edge + 9}
                stroke={tokens.inkSoft}
                strokeWidth={1.4}
              />
              {metrePx > NAMED_FROM && (
                <text x={x(l.stationM) + 3} y={above ? edge - 4 : edge + 12} fontSize={11} fill={tokens.inkSoft}>
                  {l.name || l.kind.replace('-', ' ')}
                </text>
              )}
            </g>
          )
        })}
    </g>
  )
})
