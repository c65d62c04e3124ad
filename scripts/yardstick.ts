/** The yardstick: ten million square roots and divisions, added up. */
export function yardstick(): number {
  let sum = 0
  for (let i = 1; i <= 1e7; i++) sum += Math.sqrt(i) / i
  return sum
}
