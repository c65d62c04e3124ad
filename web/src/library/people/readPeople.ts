import Papa from 'papaparse'
import { personDraftSchema, nothingKnown, fieldProblems, type Person, type PersonDraft } from '@ochote/contracts'

/** What a column of a table of people can be. */
export const columnNames = {
  name: 'Name',
  role: 'Role',
  experience: 'Has driven',
  wishes: 'Wants',
  licence: 'Licence held',
  mustKnow: 'What the instructor must know',
  email: 'E-mail',
  phone: 'Phone',
  emergencyContact: 'Emergency contact',
  teaches: 'May teach in',
  qualifiedUntil: 'Qualified until',
} as const
export type ColumnName = keyof typeof columnNames

/** Words by which a column is recognised, in lower case and without blanks and signs. */
const known: Readonly<Record<ColumnName, readonly string[]>> = {
  name: ['name', 'fullname', 'student', 'driver', 'participant', 'person'],
  role: ['role', 'type', 'kind'],
  experience: ['experience', 'hasdriven', 'driven', 'background'],
  wishes: ['wishes', 'wants', 'goals', 'wish'],
  licence: ['licence', 'license', 'licenceheld', 'drivinglicence'],
  mustKnow: ['mustknow', 'medical', 'notes', 'note', 'remarks', 'health'],
  email: ['email', 'mail', 'emailaddress'],
  phone: ['phone', 'telephone', 'mobile', 'tel', 'phonenumber'],
  emergencyContact: ['emergencycontact', 'emergency', 'incaseofemergency', 'contact'],
  teaches: ['teaches', 'mayteach', 'mayteachin'],
  qualifiedUntil: ['qualifieduntil', 'expiry', 'expires', 'validuntil'],
}

/** A table as it was pasted or read: its first row names the columns. */
export interface PeopleTable {
  readonly heads: readonly string[]
  readonly rows: readonly (readonly string[])[]
  /** what each column is, guessed from its name; null for one that is left out */
  readonly guessed: readonly (ColumnName | null)[]
}

/** Reads text from a spreadsheet or a CSV file. Tabs, commas and semicolons are told apart by themselves. */
export function readTable(text: string): PeopleTable {
  const { data } = Papa.parse<string[]>(text.trim(), { skipEmptyLines: 'greedy' })
  const [heads = [], ...rows] = data.map((row) => row.map((cell) => cell.trim()))
  const taken = new Set<ColumnName>()
  const guessed = heads.map((head) => {
    const plain = head.toLowerCase().replaceAll(/[^\p{L}]/gu, '')
    const column = (Object.keys(known) as ColumnName[]).find((name) => !taken.has(name) && known[name].includes(plain)) ?? null
    if (column) taken.add(column)
    return column
  })
  return { heads, rows, guessed }
}

/** What becomes of one row. */
export interface ReadRow {
  /** its number in the table, the row of heads being 1 */
  readonly row: number
  readonly name: string
  readonly person: PersonDraft | null
  /** someone on the shelf, or further up, with the same name or e-mail */
  readonly sameAs: string | null
  /** what is wrong, with row and column */
  readonly problem: string | null
}

const ROLES: Readonly<Record<string, Person['role']>> = {
  student: 'student',
  instructor: 'instructor',
  coach: 'instructor',
  teacher: 'instructor',
}
const plain = (text: string) => text.trim().toLowerCase()

/** Reads the rows of a table as people. A row without a role is a student. */
export function readRows({ rows, heads }: PeopleTable, columns: readonly (ColumnName | null)[], shelf: readonly Person[]): ReadRow[] {
  const seen: { name: string; email: string }[] = shelf.map(({ name, email }) => ({ name, email }))
  return rows.map((cells, k) => {
    const row = k + 2
    const cell = (name: ColumnName) => cells[columns.indexOf(name)]?.trim() ?? ''
    const name = cell('name')
    const typedRole = cell('role')
    const role = typedRole === '' ? 'student' : (ROLES[plain(typedRole)] ?? null)
    const head = (field: ColumnName) => heads[columns.indexOf(field)] ?? columnNames[field]
    if (role === null)
      return {
        row,
        name,
        person: null,
        sameAs: null,
        problem: `Row ${row}, ${head('role')}: found ${typedRole}, expected student or instructor`,
      }
    const read = personDraftSchema.safeParse({
      ...nothingKnown,
      ...{ name, role, push: null, talk: null, wordsPerSecond: null, experience: cell('experience'), wishes: cell('wishes') },
      ...{ licence: cell('licence'), mustKnow: cell('mustKnow'), email: cell('email'), phone: cell('phone') },
      ...{ emergencyContact: cell('emergencyContact'), teaches: cell('teaches'), qualifiedUntil: cell('qualifiedUntil') || null },
    })
    if (!read.success) {
      const [first] = fieldProblems(read.error, { name, role, qualifiedUntil: cell('qualifiedUntil') })
      return {
        row,
        name,
        person: null,
        sameAs: null,
        problem: `Row ${row}, ${head(first!.field as ColumnName)}: found ${first!.found}, expected ${first!.expected}`,
      }
    }
    const { email } = read.data
    const same = seen.find((one) => plain(one.name) === plain(name) || (email !== '' && plain(one.email) === plain(email)))
    seen.push({ name, email })
    return { row, name, person: read.data, sameAs: same?.name ?? null, problem: null }
  })
}
