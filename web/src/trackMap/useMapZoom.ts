import { zoomIdentity } from 'd3-zoom'
import { useCallback, type RefObject } from 'react'
import { useSvgZoom } from '../ribbon/useSvgZoom'

const LIMITS = { most: 24, upAndDown: true }

/** Wheel, drag and pinch over the plan view. */
export function useMapZoom(ref: RefObject<SVGSVGElement | null>, width: number, height: number) {
  const { transform, showAs, by } = useSvgZoom(ref, width, height, LIMITS)
  /** Shows a place in the unzoomed picture, k times as large; null shows everything. */
  const show = useCallback(
    (place: { x: number; y: number; k: number } | null) =>
      showAs(place && zoomIdentity.translate(width / 2 - place.k * place.x, height / 2 - place.k * place.y).scale(place.k)),
    [showAs, width, height],
  )
  return { transform, show, by }
}
