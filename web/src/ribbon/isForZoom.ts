/** Whether a press is for moving the drawing: not one on a mark or the line, unless it is the second finger of two. */
export function isForZoom(event: Event): boolean {
  if ('touches' in event && (event as TouchEvent).touches.length > 1) return true
  return !(event.target as Element).closest('[data-cone], [data-line]') && !(event as MouseEvent).button
}
