import { select } from 'd3-selection'
import { zoom, zoomIdentity, type ZoomBehavior, type ZoomTransform } from 'd3-zoom'
import { useCallback, useEffect, useRef, useState, type RefObject } from 'react'
import { isForZoom } from '../ribbon/isForZoom'

const MOST_ZOOM = 24

/** Wheel, drag and pinch over the plan view. */
export function useMapZoom(ref: RefObject<SVGSVGElement | null>, width: number, height: number) {
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
        [0, 0],
        [width, height],
      ])
      .filter(isForZoom)
      .on('zoom', (event: { transform: ZoomTransform }) => setTransform(event.transform))
    const selection = select(svg).call(behaviour.current).on('dblclick.zoom', null)
    return () => {
      selection.on('.zoom', null)
    }
  }, [ref, width, height])
  /** Shows a place in the unzoomed picture, k times as large; null shows everything. */
  const show = useCallback(
    (place: { x: number; y: number; k: number } | null) => {
      const svg = ref.current
      if (!svg || !behaviour.current) return
      const next = place
        ? zoomIdentity.translate(width / 2 - place.k * place.x, height / 2 - place.k * place.y).scale(place.k)
        : zoomIdentity
      behaviour.current.transform(select(svg), next)
    },
    [ref, width, height],
  )
  const by = useCallback(
    (factor: number) => {
      const svg = ref.current
      if (svg && behaviour.current) behaviour.current.scaleBy(select(svg), factor)
    },
    [ref],
  )
  return { transform, show, by }
}
