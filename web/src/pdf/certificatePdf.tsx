import { Document, Page, pdf, Text, View } from '@react-pdf/renderer'
import { registerPdfFonts } from './pdfFonts'
import { pdfInk, pdfStyles as s } from './pdfStyles'

interface Certificate {
  readonly school: string
  readonly name: string
  /** the school's wording, filled in */
  readonly text: string
}

/** A certificate of attendance as one page, to be signed by hand. */
export function certificatePdf(certificate: Certificate): Promise<Blob> {
  registerPdfFonts()
  return pdf(<CertificateDocument {...certificate} />).toBlob()
}

const SIGNED = ['Place and date', 'For the school']

const CertificateDocument = ({ school, name, text }: Certificate) => (
  <Document title={`Certificate of attendance: ${name}`} language="en">
    <Page size="A5" orientation="landscape" style={[s.page, { paddingHorizontal: 56, paddingTop: 48, justifyContent: 'space-between' }]}>
      <View>
        <Text style={{ color: pdfInk.soft, fontSize: 11 }}>{school}</Text>
        <Text style={[s.title, { marginTop: 8 }]}>Certificate of attendance</Text>
        <Text style={{ fontSize: 15, fontWeight: 700, marginTop: 22, lineHeight: 1.3 }}>{name}</Text>
        <Text style={{ fontSize: 11, marginTop: 8, lineHeight: 1.45 }}>{text}</Text>
      </View>
      <View style={{ flexDirection: 'row', gap: 40 }}>
        {SIGNED.map((what) => (
          <View key={what} style={{ flex: 1, borderTopWidth: 0.7, borderTopColor: pdfInk.edge, paddingTop: 3 }}>
            <Text style={{ color: pdfInk.soft }}>{what}</Text>
          </View>
        ))}
      </View>
    </Page>
  </Document>
)
