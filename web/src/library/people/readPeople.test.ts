import { describe, expect, it } from 'vitest'
import { student } from '../../fixtures/stadium'
import { readRows, readTable } from './readPeople'

const read = (text: string, shelf = [student]) => {
  const table = readTable(text)
  return { ...table, read: readRows(table, table.guessed, shelf) }
}

describe('a table of people', () => {
  it('is read from a spreadsheet or a CSV file, its columns guessed by their names', () => {
    for (const separator of ['\t', ',', ';']) {
      const { guessed, read: rows } = read(
        [
          ['Full name', 'Role', 'Experience', 'E-mail', 'Shoe size', 'Emergency contact'],
          ['Ivo Reed', 'Student', 'Vans', 'ivo@example.org', '43', 'Una 12'],
          ['Hal Tutor', 'instructor', '', '', '', ''],
        ]
          .map((row) => row.join(separator))
          .join('\n'),
      )
      expect(guessed).toEqual(['name', 'role', 'experience', 'email', null, 'emergencyContact'])
      expect(
        rows.map((row) => [row.row, row.person?.name, row.person?.role, row.person?.experience, row.person?.emergencyContact]),
      ).toEqual([
        [2, 'Ivo Reed', 'student', 'Vans', 'Una 12'],
        [3, 'Hal Tutor', 'instructor', '', ''],
      ])
    }
  })

  it('keeps a line break and a separator inside quotes, and takes a row without a role as a student', () => {
    const { read: rows } = read('name,wishes\n"Reed, Ivo","Calm,\nfew words"\n\n')
    expect(rows).toMatchObject([{ name: 'Reed, Ivo', person: { role: 'student', wishes: 'Calm,\nfew words' } }])
  })

  it('knows who is there already, by name or e-mail, also further up in the table', () => {
    const shelf = [{ ...student, email: 'una@example.org' }]
    const { read: rows } = read('name,email\nuna brook,\nU. Brook,UNA@example.org\nIvo,\nIvo,', shelf)
    expect(rows.map((row) => row.sameAs)).toEqual(['Una Brook', 'Una Brook', null, 'Ivo'])
  })

  it('says what is wrong by row and column', () => {
    const { read: rows } = read('Name,Role,Expiry\nIvo,boss,\n,student,\nHal,instructor,next May')
    expect(rows.map((row) => row.problem)).toEqual([
      'Row 2, Role: found boss, expected student or instructor',
      'Row 3, Name: found "", expected some text',
      'Row 4, Expiry: found "next May", expected a date such as 2027-03-31',
    ])
    expect(readTable('')).toMatchObject({ heads: [], rows: [] })
  })
})
