import { Box, Table, TableBody, TableCell, TableHead, TableRow, Typography } from '@mui/material'
import type { ReactNode } from 'react'

interface RecordSectionProps {
  title: string
  /** what a row means */
  says: string
  heads: readonly string[]
  rows: readonly (readonly ReactNode[])[]
  /** what is said where there is no row */
  empty: string
}

/** One question about the school's days, and its answer as a table. */
export function RecordSection({ title, says, heads, rows, empty }: RecordSectionProps) {
  return (
    <Box component="section" aria-label={title} sx={{ overflowX: 'auto' }}>
      <Typography variant="h2">{title}</Typography>
      <Typography color="text.secondary">{says}</Typography>
      {rows.length === 0 ? (
        <Typography>{empty}</Typography>
      ) : (
        <Table size="small" aria-label={title}>
          <TableHead>
            <TableRow>
              {heads.map((head) => (
                <TableCell key={head}>{head}</TableCell>
              ))}
            </TableRow>
          </TableHead>
          <TableBody>
            {rows.map((row, k) => (
              <TableRow key={k}>
                {row.map((cell, column) => (
                  <TableCell key={heads[column]}>{cell}</TableCell>
                ))}
              </TableRow>
            ))}
          </TableBody>
        </Table>
      )}
    </Box>
  )
}
