const KEY = 'ochote.heldBy'

/** The instructor who holds this device, by id; null where nobody said so. */
export function heldBy(): string | null {
  try {
    return localStorage.getItem(KEY)
  } catch {
    return null
  }
}

/** Keeps who holds this device, until someone else does. A browser that keeps nothing asks again. */
export function keepHeldBy(instructorId: string | null): void {
  try {
    if (instructorId === null) localStorage.removeItem(KEY)
    else localStorage.setItem(KEY, instructorId)
  } catch {
    // asked again when the page is opened again
  }
}
