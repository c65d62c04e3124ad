import { select } from 'd3-selection'
import { zoom, zoomIdentity, type ZoomBehavior, type ZoomTransform } from 'd3-zoom'
import { useCallback, useEffect, useRef, useState, type RefObject } from 'react'
import { isForZoom } from './isForZoom'

interface SvgZoom {
  transform: ZoomTransform
  /** shows the drawing as this transform puts it; null shows all of it */
  showAs: (transform: ZoomTransform | null) => void
  /** zooms about the middle by a factor */
  by: (factor: number) => void
}

interface ZoomLimits {
  most: number
  /** whether the drawing also moves up and down */
  upAndDown: boolean
}

/** Wheel, drag and pinch over a drawing of this size in px, never beyond its edges. */
export function useSvgZoom(ref: RefObject<SVGSVGElement | null>, width: number, height: number, { most, upAndDown }: ZoomLimits): SvgZoom {
  const [transform, setTransform] = useState<ZoomTransform>(zoomIdentity)
  const behaviour = useRef<ZoomBehavior<SVGSVGElement, unknown> | null>(null)
  useEffect(() => {
    const svg = ref.current
    if (!svg || width === 0) return
    behaviour.current = zoom<SVGSVGElement, unknown>()
      .scaleExtent([1, most])
      .extent([
        [0, 0],
        [width, height],
      ])
      .translateExtent([
        [0, upAndDown ? 0 : -Infinity],
        [width, upAndDown ? height : Infinity],
      ])
      .filter(isForZoom)
      .on('zoom', (event: { transform: ZoomTransform }) => setTransform(event.transform))
    const selection = select(svg).call(behaviour.current).on('dblclick.zoom', null)
    return () => {
      selection.on('.zoom', null)
    }
  }, [ref, width, height, most, upAndDown])
  const showAs = useCallback(
    (next: ZoomTransform | null) => {
      if (ref.current && width > 0) behaviour.current?.transform(select(ref.current), next ?? zoomIdentity)
    },
    [ref, width],
  )
  const by = useCallback(
    (factor: number) => {
      if (ref.current) behaviour.current?.scaleBy(select(ref.current), factor)
    },
    [ref],
  )
  return { transform, showAs, by }
}
