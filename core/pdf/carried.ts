import type PDFDocument from 'pdfkit'

/** An e-invoice that a PDF carries in itself: CII, as UTF-8. */
export interface Carried {
  xml: string
}

const NAME = 'factur-x.xml'
/** What the file says of what it carries, and the schema of these words, as PDF/A wants it (Factur-X 1.0, 6.2.4). */
const METADATA = `
        <rdf:Description xmlns:fx="urn:factur-x:pdfa:CrossIndustryDocument:invoice:1p0#" rdf:about="">
            <fx:DocumentType>INVOICE</fx:DocumentType>
            <fx:DocumentFileName>${NAME}</fx:DocumentFileName>
            <fx:Version>1.0</fx:Version>
            <fx:ConformanceLevel>EN 16931</fx:ConformanceLevel>
        </rdf:Description>
        <rdf:Description xmlns:pdfaExtension="http://www.aiim.org/pdfa/ns/extension/" xmlns:pdfaSchema="http://www.aiim.org/pdfa/ns/schema#" xmlns:pdfaProperty="http://www.aiim.org/pdfa/ns/property#" rdf:about="">
            <pdfaExtension:schemas>
                <rdf:Bag>
                    <rdf:li rdf:parseType="Resource">
                        <pdfaSchema:schema>Factur-X PDFA Extension Schema</pdfaSchema:schema>
                        <pdfaSchema:namespaceURI>urn:factur-x:pdfa:CrossIndustryDocument:invoice:1p0#</pdfaSchema:namespaceURI>
                        <pdfaSchema:prefix>fx</pdfaSchema:prefix>
                        <pdfaSchema:property>
                            <rdf:Seq>${[
                              ['DocumentFileName', 'The name of the embedded XML document'],
                              ['DocumentType', 'The type of the hybrid document'],
                              ['Version', 'The version of the standard'],
                              ['ConformanceLevel', 'The conformance level of the embedded document'],
                            ]
                              .map(
                                ([name, words]) => `
                                <rdf:li rdf:parseType="Resource">
                                    <pdfaProperty:name>${name}</pdfaProperty:name>
                                    <pdfaProperty:valueType>Text</pdfaProperty:valueType>
                                    <pdfaProperty:category>external</pdfaProperty:category>
                                    <pdfaProperty:description>${words}</pdfaProperty:description>
                                </rdf:li>`,
                              )
                              .join('')}
                            </rdf:Seq>
                        </pdfaSchema:property>
                    </rdf:li>
                </rdf:Bag>
            </pdfaExtension:schemas>
        </rdf:Description>`

/**
 * Puts an e-invoice into an invoice's PDF (Factur-X 1.0 of level EN 16931: a PDF/A-3 with the CII beside it as an alternative
 * of the whole). The document has to be made for PDF/A-3; before its end.
 */
export function carry(doc: InstanceType<typeof PDFDocument>, { xml }: Carried, at: Date): void {
  const file = doc as unknown as {
    file(bytes: Uint8Array, options: object): void
    appendXML(xml: string): void
  }
  file.file(new TextEncoder().encode(xml), {
    name: NAME,
    type: 'text/xml',
    relationship: 'Alternative',
    description: 'The invoice as data (EN 16931)',
    creationDate: at,
    modifiedDate: at,
  })
  file.appendXML(METADATA)
}
