import { useTheme } from '@mui/material'
import { cornersOf, placeAt, stationsApart, turnSign, wrapStation, type Track } from '@ochote/core'
import type { Fit } from '../trackMap/fitToView'

const OUT_PX = 20

interface CornerNumbersProps {
  track: Track
  fit: Fit
  k: number
  /** the number of the corner that is chosen */
  chosen: string | null
}

/** Every corner's number, on the inside of its middle. */
export function CornerNumbers({ track, fit, k, chosen }: CornerNumbersProps) {
  const { tokens } = useTheme()
  return (
    <g aria-hidden="true" pointerEvents="none">
      {cornersOf(track).map((corner, i) => {
        const middleM = wrapStation(track, corner.startM + stationsApart(track, corner.startM, corner.endM) / 2)
        const half = (turnSign(corner) > 0 ? track.halfLeftM : track.halfRightM)[Math.round(middleM / track.stepM) % track.count]!
        const place = placeAt(track, middleM, turnSign(corner) * (half + OUT_PX / (fit.pxPerM * k)))
        const isChosen = corner.number === chosen
        return (
          <g key={`${corner.number} ${i}`} transform={`translate(${fit.x(place.x)},${fit.y(place.y)}) scale(${1 / k})`}>
            <circle r={11} fill={isChosen ? tokens.action : tokens.raised} stroke={tokens.ink} strokeWidth={1.2 * tokens.weight} />
            <text y={4.5} textAnchor="middle" fontSize={12.5} fontWeight={750} fill={isChosen ? tokens.onAction : tokens.ink}>
              {corner.number}
            </text>
          </g>
        )
      })}
    </g>
  )
}
