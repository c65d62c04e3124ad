import { useTheme } from '@mui/material'
import { memo, useMemo } from 'react'
import { featuresOf, placeAt, stationsApart, toLocal, type PlacedFeatures, type Track } from '@ochote/core'
import type { Fit } from './fitToView'

interface MapTrackProps {
  track: Track
  features: PlacedFeatures
  fit: Fit
  /** zoom, so that strokes and words keep their size on screen */
  k: number
}

/** From this zoom on landmarks, posts and hazards are named. */
const NAMED_FROM = 2.2

/** The ground: run-off, asphalt, kerbs, patches, pit lane, posts, landmarks, start line. */
export const MapTrack = memo(function MapTrack({ track, features, fit, k }: MapTrackProps) {
  const { tokens } = useTheme()
  const shape = useMemo(() => groundOf(track, features, fit), [track, features, fit])
  const px = (size: number) => size / k
  return (
    <g>
      {shape.runOffs.map((d, n) => (
        <path key={n} d={d} fill={tokens.verge} stroke={tokens.hairline} strokeWidth={px(0.8)} />
      ))}
      <path d={shape.asphalt} fillRule="evenodd" fill={tokens.asphalt} />
      {shape.patches.map((d, n) => (
        <path key={n} d={d} fill={tokens.edge} opacity={0.3} />
      ))}
      <path d={shape.left} fill="none" stroke={tokens.edge} strokeWidth={px(1.2 * tokens.weight)} />
      <path d={shape.right} fill="none" stroke={tokens.edge} strokeWidth={px(1.2 * tokens.weight)} />
      {shape.kerbs.map((d, n) => (
        <path key={n} d={d} fill="none" stroke={tokens.ink} strokeWidth={Math.max(px(2.4), 1 * fit.pxPerM)} strokeDasharray={`${px(4)}`} />
      ))}
      {shape.pitLanes.map((d, n) => (
        <path key={n} d={d} fill="none" stroke={tokens.inkSoft} strokeWidth={px(1.6)} strokeDasharray={`${px(6)} ${px(4)}`} />
      ))}
      <path d={shape.startLine} stroke={tokens.ink} strokeWidth={px(3)} />
      <path
        d={shape.arrow}
        fill={tokens.ink}
        transform={`translate(${shape.arrowAt.x},${shape.arrowAt.y}) rotate(${shape.arrowAt.deg}) scale(${1 / k})`}
      />
      {shape.posts.map((p) => (
        <g key={p.number} transform={`translate(${p.x},${p.y}) scale(${1 / k})`}>
          <title>{`Marshal post ${p.number}`}</title>
          <rect x={-3} y={-3} width={6} height={6} fill={tokens.raised} stroke={tokens.inkSoft} strokeWidth={1.2} />
          {k > NAMED_FROM && (
            <text x={6} y={4} fontSize={11} fill={tokens.inkSoft}>
              post {p.number}
            </text>
          )}
        </g>
      ))}
      {shape.hazards.map((h) => (
        <g key={`${h.kind}${h.x}`} transform={`translate(${h.x},${h.y}) scale(${1 / k})`}>
          <title>{`${h.kind}: ${h.note}`}</title>
          <path d="M0,-8 L8,6 L-8,6 Z" fill={tokens.raised} stroke={tokens.caution} strokeWidth={1.6 * tokens.weight} />
          <text y={4.5} fontSize={10} fontWeight={700} textAnchor="middle" fill={tokens.caution}>
            !
          </text>
          {k > NAMED_FROM && (
            <text x={11} y={4} fontSize={11} fill={tokens.caution}>
              {h.note || h.kind}
            </text>
          )}
        </g>
      ))}
      {k > NAMED_FROM &&
        shape.landmarks.map((l) => (
          <g key={`${l.label}${l.x}`} transform={`translate(${l.x},${l.y}) scale(${1 / k})`}>
            <circle r={2.2} fill={tokens.inkSoft} />
            <text x={5} y={4} fontSize={11} fill={tokens.inkSoft}>
              {l.label}
            </text>
          </g>
        ))}
    </g>
  )
})

function groundOf(track: Track, features: PlacedFeatures, fit: Fit) {
  const place = (stationM: number, offsetM: number) => {
    const p = placeAt(track, stationM, offsetM)
    return { x: fit.x(p.x), y: fit.y(p.y) }
  }
  const edge = (half: Float64Array, sign: 1 | -1) => {
    let d = ''
    for (let i = 0; i < track.count; i++) {
      const n = sign * half[i]!
      const h = track.headingRad[i]!
      d += `${i === 0 ? 'M' : 'L'}${fit.x(track.x[i]! - Math.sin(h) * n).toFixed(3)},${fit.y(track.y[i]! + Math.cos(h) * n).toFixed(3)}`
    }
    return track.closed ? `${d}Z` : d
  }
  const along = (fromM: number, toM: number, offset: (s: number) => number) => {
    const lengthM = stationsApart(track, fromM, toM)
    const parts = Math.max(1, Math.ceil(lengthM / 4))
    return Array.from({ length: parts + 1 }, (_, n) => place(fromM + (lengthM * n) / parts, offset(fromM + (lengthM * n) / parts)))
  }
  const toPath = (points: { x: number; y: number }[]) =>
    points.map((p, n) => `${n === 0 ? 'M' : 'L'}${p.x.toFixed(3)},${p.y.toFixed(3)}`).join('')
  const sample = (s: number) => Math.min(track.count - 1, Math.round((((s % track.lengthM) + track.lengthM) % track.lengthM) / track.stepM))
  const half = (side: 'left' | 'right', s: number) => (side === 'left' ? track.halfLeftM[sample(s)]! : -track.halfRightM[sample(s)]!)
  const left = edge(track.halfLeftM, 1)
  const right = edge(track.halfRightM, -1)
  const local = (position: readonly number[]) => {
    const p = toLocal(track.circuit.frame, position[0]!, position[1]!)
    return { x: fit.x(p.x), y: fit.y(p.y) }
  }
  const arrow = place(34, 0)
  const ahead = place(36, 0)
  return {
    left,
    right,
    asphalt: `${left} ${right}`,
    startLine: toPath([place(0, track.halfLeftM[0]! + 2), place(0, -track.halfRightM[0]! - 2)]),
    arrow: 'M-9,-6 L9,0 L-9,6 L-5,0 Z',
    arrowAt: { ...arrow, deg: (Math.atan2(ahead.y - arrow.y, ahead.x - arrow.x) * 180) / Math.PI },
    runOffs: features.runOffs.map((r) => {
      const sign = r.side === 'left' ? 1 : -1
      const inner = along(r.startM, r.endM, (s) => half(r.side, s))
      const outer = along(r.startM, r.endM, (s) => half(r.side, s) + sign * r.depthM).reverse()
      return `${toPath([...inner, ...outer])}Z`
    }),
    kerbs: features.kerbs.map((kerb) =>
      toPath(along(kerb.startM, kerb.endM, (s) => half(kerb.side, s) + (kerb.side === 'left' ? 0.5 : -0.5))),
    ),
    patches: featuresOf(track.circuit, 'surface').map((f) => `${toPath((f.geometry.coordinates[0] ?? []).map(local))}Z`),
    pitLanes: featuresOf(track.circuit, 'pit-lane').map((f) => toPath(f.geometry.coordinates.map(local))),
    posts: features.posts.map((p) => ({ number: p.number, ...place(p.stationM, p.offsetM) })),
    hazards: features.hazards.map((h) => ({ kind: h.kind, note: h.note, ...place(h.stationM, h.offsetM) })),
    landmarks: features.landmarks
      .filter((l) => !l.kind.startsWith('kerb'))
      .map((l) => ({ label: l.name || l.kind.replace('-', ' '), ...place(l.stationM, l.offsetM) })),
  }
}
