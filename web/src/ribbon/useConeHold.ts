import { useEffect, useRef, type PointerEvent } from 'react'

/** A press that moves less than this only selects the cone, px. */
const STILL_PX = 4

interface Held {
  pointerId: number
  x: number
  y: number
  moving: boolean
}

/**
 * Chooses a cone at a press and drags it when the press moves: one finger's doing. A second finger is for the drawing, and lets go
 * of the cone.
 * @param drag - undefined where cones stay where they are
 */
export function useConeHold<C extends { id: string }>(
  choose: ((coneId: string) => void) | undefined,
  drag: ((cone: C, event: PointerEvent, done: boolean) => void) | undefined,
) {
  const held = useRef<Held | null>(null)
  useEffect(() => {
    const onSecond = (event: globalThis.PointerEvent) => {
      if (!event.isPrimary) held.current = null
    }
    window.addEventListener('pointerdown', onSecond, true)
    return () => window.removeEventListener('pointerdown', onSecond, true)
  }, [])
  return (cone: C) => ({
    onPointerDown: (event: PointerEvent<Element>) => {
      if (!event.isPrimary) return
      choose?.(cone.id)
      if (!drag) return
      event.currentTarget.setPointerCapture(event.pointerId)
      held.current = { pointerId: event.pointerId, x: event.clientX, y: event.clientY, moving: false }
    },
    onPointerMove: (event: PointerEvent<Element>) => {
      const hold = held.current
      if (!hold || hold.pointerId !== event.pointerId || event.buttons !== 1) return
      hold.moving ||= Math.hypot(event.clientX - hold.x, event.clientY - hold.y) >= STILL_PX
      if (hold.moving) drag?.(cone, event, false)
    },
    onPointerUp: (event: PointerEvent<Element>) => {
      const hold = held.current
      held.current = null
      if (hold?.pointerId === event.pointerId && hold.moving) drag?.(cone, event, true)
    },
    onPointerCancel: () => {
      held.current = null
    },
  })
}
