/** A short buzz under the finger, where the device can: the tap was taken. Longer for what is unsafe. */
export function buzz(unsafe = false): void {
  if ('vibrate' in navigator) navigator.vibrate(unsafe ? [60, 40, 60] : 25)
}
