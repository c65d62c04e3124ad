/** From 0 at t ≤ 0 to 1 at t ≥ 1, level at both ends. */
export function smoothstep(t: number): number {
  const x = Math.min(1, Math.max(0, t))
  return x * x * (3 - 2 * x)
}
