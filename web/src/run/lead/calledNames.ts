/** Everyone's name on the radio: the first name, or the whole name where two share it. */
export function calledNames(names: readonly string[]): string[] {
  const first = names.map((name) => name.split(' ')[0]!)
  return names.map((name, k) => (first.filter((other) => other === first[k]).length > 1 ? name : first[k]!))
}
