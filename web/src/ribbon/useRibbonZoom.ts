import { select } from 'd3-selection'
import { zoom, zoomIdentity, type ZoomBehavior, type ZoomTransform } from 'd3-zoom'
import { useCallback, useEffect, useRef, useState, type RefObject } from 'react'
import { isForZoom } from './isForZoom'

const MOST_ZOOM = 30

interface RibbonZoom {
  transform: ZoomTransform
  /** shows a stretch given in pixels of the whole-lap scale; null shows the whole lap */
  show: (stretch: { from: number; to: number } | null) => void
}

/** Wheel, drag and pinch along the ribbon; up and down it never moves. */
export function useRibbonZoom(ref: RefObject<SVGSVGElement | null>, width: number, height: number): RibbonZoom {
  const [transform, setTransform] = useState<ZoomTransform>(zoomIdentity)
  const behaviour = useRef<ZoomBehavior<SVGSVGElement, unknown> | null>(null)
  useEffect(() => {
    const svg = ref.current
    if (!svg || width === 0) return
    behaviour.current = zoom<SVGSVGElement, unknown>()
      .scaleExtent([1, MOST_ZOOM])
      .extent([
        [0, 0],
        [width, height],
      ])
      .translateExtent([
        [0, -Infinity],
        [width, Infinity],
      ])
      .filter(isForZoom)
      .on('zoom', (event: { transform: ZoomTransform }) => setTransform(event.transform))
    const selection = select(svg).call(behaviour.current).on('dblclick.zoom', null)
    return () => {
      selection.on('.zoom', null)
    }
  }, [ref, width, height])
  const show = useCallback(
    (stretch: { from: number; to: number } | null) => {
      const svg = ref.current
      if (!svg || !behaviour.current || width === 0) return
      if (stretch === null) {
        behaviour.current.transform(select(svg), zoomIdentity)
        return
      }
      const k = Math.min(MOST_ZOOM, Math.max(1, width / (stretch.to - stretch.from)))
      const middle = (stretch.from + stretch.to) / 2
      behaviour.current.transform(select(svg), zoomIdentity.translate(width / 2 - k * middle, 0).scale(k))
    },
    [ref, width],
  )
  return { transform, show }
}
