import { Document, Page, pdf, Text, View } from '@react-pdf/renderer'
import { CAUTION } from '../caution/Caution'
import { registerPdfFonts } from './pdfFonts'
import { pdfStyles as s } from './pdfStyles'

/** A table of the record: heads, rows, and what is said under it. */
export interface RecordTable {
  readonly title: string
  readonly heads: readonly string[]
  readonly rows: readonly (readonly string[])[]
  readonly note: string
  /** how wide the columns are to each other */
  readonly widths: readonly number[]
}

interface StudentRecord {
  readonly name: string
  /** school and date */
  readonly sub: string
  readonly tables: readonly RecordTable[]
}

/** A student's record over all days. It names no other student. */
export function recordPdf(record: StudentRecord): Promise<Blob> {
  registerPdfFonts()
  return pdf(<RecordDocument {...record} />).toBlob()
}

const RecordDocument = ({ name, sub, tables }: StudentRecord) => (
  <Document title={`Record: ${name}`} language="en">
    <Page size="A4" style={s.page}>
      <Text style={s.title}>{name}</Text>
      <Text style={s.sub}>{sub}</Text>
      {tables.map((table) => (
        <View key={table.title}>
          <Text style={s.heading}>{table.title}</Text>
          <View>
            <Row cells={table.heads} widths={table.widths} isHead />
            {table.rows.map((cells, r) => (
              <Row key={r} cells={cells} widths={table.widths} />
            ))}
          </View>
          {table.note !== '' && <Text style={{ marginTop: 3 }}>{table.note}</Text>}
        </View>
      ))}
      <Text style={s.caution} fixed>
        {CAUTION}
      </Text>
    </Page>
  </Document>
)

const Row = ({ cells, widths, isHead = false }: { cells: readonly string[]; widths: readonly number[]; isHead?: boolean }) => (
  <View style={{ flexDirection: 'row' }} wrap={false}>
    {cells.map((cell, k) => (
      <Text key={k} style={[s.cell, { flex: widths[k] ?? 1 }, isHead ? s.bold : {}]}>
        {cell}
      </Text>
    ))}
  </View>
)
