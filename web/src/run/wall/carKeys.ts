/** One letter for each car, without those that start a corner's number: a code may start with one. */
export function carKeys(count: number, corners: readonly string[]): string[] {
  const taken = new Set(corners.map((c) => c[0]!.toLowerCase()))
  return [...'abcdefghijklmnopqrstuvwxyz'].filter((letter) => !taken.has(letter)).slice(0, count)
}
