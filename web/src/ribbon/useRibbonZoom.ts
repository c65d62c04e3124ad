import { zoomIdentity } from 'd3-zoom'
import { useCallback, type RefObject } from 'react'
import { useSvgZoom } from './useSvgZoom'

const LIMITS = { most: 30, upAndDown: false }

/** Wheel, drag and pinch along the ribbon; up and down it never moves. */
export function useRibbonZoom(ref: RefObject<SVGSVGElement | null>, width: number, height: number) {
  const { transform, showAs } = useSvgZoom(ref, width, height, LIMITS)
  /** Shows a stretch given in pixels of the whole-lap scale; null shows the whole lap. */
  const show = useCallback(
    (stretch: { from: number; to: number } | null) => {
      if (stretch === null) return showAs(null)
      const k = Math.min(LIMITS.most, Math.max(1, width / (stretch.to - stretch.from)))
      const middle = (stretch.from + stretch.to) / 2
      showAs(zoomIdentity.translate(width / 2 - k * middle, 0).scale(k))
    },
    [showAs, width],
  )
  return { transform, show }
}
