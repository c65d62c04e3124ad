/** What a certificate of attendance says. */
export interface Attended {
  readonly name: string
  readonly school: string
  readonly circuit: string
  /** the day in words */
  readonly day: string
  readonly laps: number
}

/** The school's wording of its certificate with what it stands for filled in; what stands for nothing stays as it is. */
export function certificateText(wording: string, { laps, ...words }: Attended): string {
  const parts: Readonly<Record<string, string>> = { ...words, laps: `${laps} ${laps === 1 ? 'lap' : 'laps'}` }
  return wording.replaceAll(/\{(\w+)\}/g, (whole, part: string) => parts[part] ?? whole)
}
