/** One letter a car, skipping those that a corner's number begins with: a code may begin with one. */
export function carKeys(count: number, corners: readonly string[]): string[] {
  const taken = new Set(corners.map((c) => c[0]!.toLowerCase()))
  return [...'abcdefghijklmnopqrstuvwxyz'].filter((letter) => !taken.has(letter)).slice(0, count)
}
