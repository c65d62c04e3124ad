import type { DebriefDraft, PersonName, ReviewNote } from '@ochote/contracts'

/** Names shorter than this are words of their own too often to be looked for alone. */
const LEAST_LETTERS = 4

/**
 * Other people who are named in what a student is given: by their whole name, or by their last name as a word.
 * @param texts - everything that somebody typed
 * @param others - the names of everybody else on the day who is a student
 */
export function othersNamed(texts: readonly string[], others: readonly string[]): string[] {
  const all = texts.join('\n').toLowerCase()
  const isWord = (name: string) => new RegExp(`(?<![\\p{L}])${name.replaceAll(/[.*+?^${}()|[\]\\]/g, '\\$&')}(?![\\p{L}])`, 'u').test(all)
  return others.filter((name) => {
    const last = name.trim().split(/\s+/).at(-1)!.toLowerCase()
    return isWord(name.trim().toLowerCase()) || (last.length >= LEAST_LETTERS && isWord(last))
  })
}

/** Everything that somebody typed in notes and drawings. */
export const typedInNotes = (notes: readonly ReviewNote[]): string[] =>
  notes.flatMap(({ text, answer, drawing }) => [text, answer, ...(drawing?.words.map((word) => word.text) ?? [])])

/** The other students of the day who are named in what a student would be given: in the debrief, its notes and drawings, and the homework. */
export function studentsNamed(
  { good, workOn, sentence }: DebriefDraft,
  notes: readonly ReviewNote[],
  people: readonly PersonName[],
  studentId: string,
  homework: readonly string[],
): string[] {
  const others = people.filter(({ role, id }) => role === 'student' && id !== studentId)
  return othersNamed(
    [...good, ...workOn.flatMap(({ advice, reason }) => [advice, reason]), sentence, ...typedInNotes(notes), ...homework],
    others.map(({ name }) => name),
  )
}
