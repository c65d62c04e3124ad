/** A list of ids with one put in, or taken out where it was in. */
export const toggled = (list: readonly string[], id: string): string[] =>
  list.includes(id) ? list.filter((other) => other !== id) : [...list, id]
