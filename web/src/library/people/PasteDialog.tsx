import {
  Box,
  Button,
  Checkbox,
  FormControlLabel,
  MenuItem,
  Stack,
  Table,
  TableBody,
  TableCell,
  TableHead,
  TableRow,
  TextField,
  Typography,
} from '@mui/material'
import { useQueryClient } from '@tanstack/react-query'
import { useMemo, useState } from 'react'
import { v7 as uuid } from 'uuid'
import * as z from 'zod'
import { archivedSchema, personSchema, type Person, type PersonDraft } from '@ochote/contracts'
import { askAgain } from '../../api/askAgain'
import { peopleQuery } from '../../api/queries'
import { request } from '../../api/request'
import { useVersionedSave } from '../../api/useVersionedSave'
import { count } from '../../format/format'
import { RecordDialog } from '../../records/RecordDialog'
import { useTyped } from '../../records/useTyped'
import { useDone } from '../../undo/UndoProvider'
import { columnNames, readRows, readTable, type ColumnName } from './readPeople'

const LEFT_OUT = 'left out'
const MOST_SHOWN = 200
const typedSchema = z.object({
  text: z.string(),
  columns: z.record(z.string(), z.enum(Object.keys(columnNames) as [ColumnName]).nullable()),
  doubles: z.boolean(),
})
type TypedTable = z.infer<typeof typedSchema>
const nothing: TypedTable = { text: '', columns: {}, doubles: false }

/** Adds many people from a spreadsheet or a CSV file: columns are guessed, every row is shown before anything is stored. */
export function PasteDialog({ shelf, onClose }: { shelf: readonly Person[]; onClose: () => void }) {
  const client = useQueryClient()
  const done = useDone()
  const form = useTyped<TypedTable>('people table', nothing, 0, (kept) => typedSchema.parse(kept))
  const { text, columns: chosen, doubles } = form.typed
  const [ids] = useState(() => new Map<number, string>())
  const table = useMemo(() => readTable(text), [text])
  const columns = table.heads.map((head, k) => (chosen[head] === undefined ? (table.guessed[k] ?? null) : chosen[head]))
  const rows = readRows(table, columns, shelf)
  const wanted = rows.filter((row) => row.person && (doubles || row.sameAs === null))
  const bad = rows.filter((row) => row.problem !== null).length
  const same = rows.filter((row) => row.sameAs !== null).length
  const refresh = () => askAgain(client, peopleQuery.queryKey)
  const state = useVersionedSave({
    version: 0,
    put: (people: { id: string; person: PersonDraft }[]) =>
      request(z.array(personSchema), '/api/people/many', { method: 'POST', body: { people } }),
    onSaved: (_stored, people) => {
      const undo = async () => {
        for (const { id } of people)
          await request(archivedSchema, `/api/people/${id}/archived`, { method: 'PUT', body: { archived: true } })
        await refresh()
      }
      done({ says: `${count(people.length, 'person', 'people')} added.`, undo })
      form.drop()
      void refresh().then(onClose)
    },
    reload: refresh,
  })
  const idOf = (row: number) => {
    const id = ids.get(row) ?? uuid()
    ids.set(row, id)
    return id
  }
  const read = async (file: File | undefined) => file && form.set({ text: await file.text(), columns: {} })
  return (
    <RecordDialog
      title="People from a table"
      what="list of people"
      maxWidth="md"
      form={form}
      draft={wanted.length === 0 ? null : wanted.map(({ row, person }) => ({ id: idOf(row), person: person! }))}
      state={state}
      makeWord={`Add ${wanted.length}`}
      onClose={onClose}
    >
      <Typography>
        Copy the table in your spreadsheet, with the row that names its columns, and paste it here, or choose a CSV file. Nothing is stored
        before you add it.
      </Typography>
      <TextField
        label="Table"
        multiline
        minRows={4}
        maxRows={8}
        value={text}
        placeholder={'name\trole\texperience\temail'}
        slotProps={{ inputLabel: { shrink: true } }}
        onChange={(e) => form.set({ text: e.target.value, columns: {} })}
      />
      <Button component="label" sx={{ alignSelf: 'flex-start' }}>
        Choose a CSV file
        <input type="file" accept=".csv,.tsv,.txt,text/csv" hidden onChange={(e) => void read(e.target.files?.[0])} />
      </Button>
      {rows.length > 0 && (
        <>
          <Stack direction="row" sx={{ gap: 1, flexWrap: 'wrap' }}>
            {table.heads.map((head, k) => (
              <TextField
                key={`${head} ${k}`}
                select
                size="small"
                label={`Column “${head}” is`}
                value={columns[k] ?? LEFT_OUT}
                onChange={(e) => {
                  const name = (Object.keys(columnNames) as ColumnName[]).find((one) => one === e.target.value) ?? null
                  form.set({ columns: { ...chosen, [head]: name } })
                }}
                sx={{ minWidth: 190 }}
              >
                <MenuItem value={LEFT_OUT}>left out</MenuItem>
                {(Object.keys(columnNames) as ColumnName[]).map((name) => (
                  <MenuItem key={name} value={name} disabled={columns.includes(name) && columns[k] !== name}>
                    {columnNames[name]}
                  </MenuItem>
                ))}
              </TextField>
            ))}
          </Stack>
          <Typography role="status">
            {count(rows.length, 'row')}: {wanted.length} to add{same > 0 && `, ${same} there already`}
            {bad > 0 && `, ${bad} that can’t be read`}.
          </Typography>
          {same > 0 && (
            <FormControlLabel
              control={<Checkbox checked={doubles} onChange={(_e, on) => form.set({ doubles: on })} />}
              label="Add those too who have the name or e-mail of someone already there"
            />
          )}
          <Box sx={{ maxHeight: 260, overflow: 'auto' }} tabIndex={0} role="region" aria-label="Preview">
            <Table size="small" stickyHeader aria-label="Rows">
              <TableHead>
                <TableRow>
                  {['Row', 'Name', 'Role', 'What becomes of it'].map((head) => (
                    <TableCell key={head}>{head}</TableCell>
                  ))}
                </TableRow>
              </TableHead>
              <TableBody>
                {rows.slice(0, MOST_SHOWN).map((row) => (
                  <TableRow key={row.row}>
                    <TableCell>{row.row}</TableCell>
                    <TableCell>{row.name}</TableCell>
                    <TableCell>{row.person?.role}</TableCell>
                    <TableCell sx={row.problem ? { color: 'error.main' } : {}}>
                      {row.problem ??
                        (row.sameAs === null
                          ? 'is added'
                          : doubles
                            ? `is added beside ${row.sameAs}`
                            : `is left out: ${row.sameAs} is there already`)}
                    </TableCell>
                  </TableRow>
                ))}
              </TableBody>
            </Table>
          </Box>
        </>
      )}
    </RecordDialog>
  )
}
