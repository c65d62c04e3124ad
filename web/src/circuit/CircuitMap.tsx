import { useTheme } from '@mui/material'
import { pointer } from 'd3-selection'
import { useMemo, useRef, type MouseEvent, type PointerEvent } from 'react'
import { placeFeatures, toLocal, toLonLat, type LocalFrame, type Track } from '@ochote/core'
import { fitToView, type Fit } from '../trackMap/fitToView'
import { MapFrame } from '../trackMap/MapFrame'
import { MapTrack } from '../trackMap/MapTrack'
import { useMapZoom } from '../trackMap/useMapZoom'
import { ZoomButtons } from '../trackMap/ZoomButtons'
import { useSize } from '../ribbon/useSize'
import { featuresIn, numberOf, placesOf, roleOf, type Place } from './documentEdits'
import { FeatureGrip } from './FeatureGrip'
import { CornerNumbers } from './CornerNumbers'
import { FlawMark } from './FlawMark'
import type { Flaw } from './flaws'
import { PlaceHandles, type PlaceEditing } from './PlaceHandles'
import { featureName } from './roleFields'
import { ScaleBar } from './ScaleBar'

interface CircuitMapProps extends PlaceEditing {
  /** local metres that the whole view shows */
  bounds: { readonly x: Float64Array; readonly y: Float64Array }
  /** null while the document is refused */
  track: Track | null
  flaws: readonly Flaw[]
  onSelect: (index: number | null) => void
  /** places drawn so far of something new; null while nothing is */
  drawing: readonly Place[] | null
  onDraw: (place: Place) => void
}

/** The circuit as its file has it, with places to choose and drag. North is up. */
export function CircuitMap(props: CircuitMapProps) {
  const { document, frame, bounds, track, flaws, selected, onSelect, drawing, onDraw } = props
  const { tokens } = useTheme()
  const { ref, width, height } = useSize<HTMLDivElement>()
  const svg = useRef<SVGSVGElement>(null)
  const { transform, show, by } = useMapZoom(svg, width, height)
  const { k } = transform
  const features = featuresIn(document)
  const placed = useMemo(() => track && placeFeatures(track), [track])
  const fit = useMemo(() => fitToView(bounds, width, Math.max(0, height)), [bounds, width, height])
  const at = ([lon, lat]: Place) => {
    const p = toLocal(frame, lon!, lat!)
    return { x: fit.x(p.x), y: fit.y(p.y) }
  }
  const placeOf = (event: PointerEvent | MouseEvent): Place => {
    const [px, py] = transform.invert(pointer(event.nativeEvent, svg.current))
    return toPlace(frame, fit, px, py)
  }
  const path = (places: readonly Place[]) =>
    places.map((p, i) => `${i === 0 ? 'M' : 'L'}${at(p).x.toFixed(2)},${at(p).y.toFixed(2)}`).join('')
  return (
    <MapFrame ref={ref}>
      <svg
        ref={svg}
        width={width}
        height={height}
        role="group"
        aria-label="Map of the circuit, north up"
        style={{ cursor: drawing ? 'crosshair' : 'default', display: 'block' }}
        onClick={(event) => {
          if (drawing) onDraw(placeOf(event))
          else if (event.target === svg.current) onSelect(null)
        }}
      >
        <g transform={transform.toString()}>
          {track && placed && <MapTrack track={track} features={placed} fit={fit} k={k} />}
          {features.map((f, i) =>
            roleOf(f) === 'centreline' || f.geometry.type !== 'LineString' ? null : (
              <path
                key={i}
                d={path(placesOf(f))}
                fill="none"
                stroke={tokens.inkSoft}
                strokeWidth={1 / k}
                strokeDasharray={`${2 / k} ${3 / k}`}
              />
            ),
          )}
          {features.map((f, i) =>
            roleOf(f) === 'centreline' ? (
              <path
                key={i}
                d={`${path(placesOf(f))}${f.properties.closed === false ? '' : 'Z'}`}
                fill="none"
                stroke={tokens.action}
                strokeWidth={1.4 / k}
                strokeDasharray={`${6 / k} ${4 / k}`}
              />
            ) : (
              !drawing && (
                <FeatureGrip
                  key={i}
                  at={at(placesOf(f)[0] ?? [0, 0])}
                  name={featureName(f.properties)}
                  k={k}
                  selected={i === selected}
                  onSelect={() => onSelect(i)}
                />
              )
            ),
          )}
          {!drawing && <PlaceHandles {...props} at={at} k={k} placeOf={placeOf} />}
          {track && <CornerNumbers track={track} fit={fit} k={k} chosen={numberOf(features[selected ?? -1])} />}
          {flaws.map(({ place, what, kind }) => (
            <g key={`${what}${place.join()}`} transform={`translate(${at(place).x},${at(place).y}) scale(${1 / k})`}>
              <title>{what}</title>
              <FlawMark kind={kind} />
            </g>
          ))}
          {drawing && drawing.length > 0 && (
            <g>
              <path d={path(drawing)} fill="none" stroke={tokens.action} strokeWidth={2.4 / k} />
              {drawing.map((p, i) => (
                <circle key={i} cx={at(p).x} cy={at(p).y} r={4 / k} fill={tokens.action} />
              ))}
            </g>
          )}
        </g>
      </svg>
      <ZoomButtons by={by} onWhole={() => show(null)} />
      <ScaleBar pxPerM={fit.pxPerM * k} />
    </MapFrame>
  )
}

function toPlace(frame: LocalFrame, fit: Fit, px: number, py: number): Place {
  const { lon, lat } = toLonLat(frame, fit.toEast(px), fit.toNorth(py))
  return [Math.round(lon * 1e9) / 1e9, Math.round(lat * 1e9) / 1e9]
}
