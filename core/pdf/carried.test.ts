import { execFileSync } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { XMLParser } from 'fast-xml-parser'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { fonts, paper } from '../../tests/support/paper'
import { h, p } from '../document/build'
import { layoutDocument } from '../layout/layout'
import { drawPdf } from './draw'

const folder = mkdtempSync(join(tmpdir(), 'carried-'))
const file = join(folder, 'invoice.pdf')
const at = new Date('2026-06-12T14:03:22Z')
const xml =
  '<?xml version="1.0" encoding="UTF-8"?>\n<rsm:CrossIndustryInvoice xmlns:rsm="urn:x">Größe</rsm:CrossIndustryInvoice>\n'
const laid = layoutDocument(paper([h(1, 'Invoice'), p('Zelt für Sommerfest')]), fonts)
const draw = () => drawPdf(laid, fonts, { at, author: 'Zelt & Licht', parties: [] }, { xml })
const run = (command: string, ...args: string[]) => execFileSync(command, args, { encoding: 'utf8' })

beforeAll(async () => writeFileSync(file, await draw()))
afterAll(() => rmSync(folder, { recursive: true }))

describe('an invoice that carries itself as data', () => {
  it('gives the very XML back to another’s tool, under the name the standard wants', () => {
    expect(run('pdfdetach', '-list', file)).toContain('factur-x.xml')
    run('pdfdetach', '-save', '1', '-o', join(folder, 'out.xml'), file)
    expect(readFileSync(join(folder, 'out.xml'), 'utf8')).toBe(xml)
  })

  it('is sound, says which PDF/A it is and what it carries, and embeds every font and its colours', () => {
    expect(run('qpdf', '--check', file)).toContain('No syntax or stream encoding errors')
    const json = JSON.parse(run('qpdf', '--json=2', '--json-stream-data=none', file)) as {
      qpdf: [unknown, Record<string, { value?: Record<string, unknown>; stream?: { dict: Record<string, unknown> } }>]
    }
    const objects = Object.values(json.qpdf[1])
    const values = objects
      .map((o) => o.value ?? o.stream?.dict)
      .filter((v): v is Record<string, unknown> => typeof v === 'object' && v !== null)
    const of = (type: string) => values.filter((v) => v['/Type'] === type)
    expect(of('/Filespec')).toMatchObject([{ '/AFRelationship': '/Alternative' }])
    expect(of('/EmbeddedFile')).toMatchObject([{ '/Subtype': '/text/xml' }])
    expect(of('/OutputIntent')).toMatchObject([{ '/S': '/GTS_PDFA1' }])
    const [catalog] = of('/Catalog')
    expect(catalog).toHaveProperty('/AF')
    expect(of('/FontDescriptor').every((d) => '/FontFile2' in d || '/FontFile3' in d)).toBe(true)
    // Nothing that is drawn at run time or asks for anything.
    expect(values.filter((v) => '/JS' in v || v['/S'] === '/JavaScript' || v['/Encrypt'])).toEqual([])
    const metadata = run('pdfinfo', '-meta', file)
    const parsed = new XMLParser({ removeNSPrefix: true, parseTagValue: false }).parse(
      metadata.slice(metadata.indexOf('<x:xmpmeta')),
    ) as { xmpmeta: { RDF: { Description: Record<string, unknown>[] } } }
    const said = Object.assign({}, ...parsed.xmpmeta.RDF.Description) as Record<string, unknown>
    expect(said).toMatchObject({
      part: '3',
      conformance: 'B',
      DocumentType: 'INVOICE',
      DocumentFileName: 'factur-x.xml',
      ConformanceLevel: 'EN 16931',
    })
  })

  it('is the same file for the same invoice', async () => {
    expect(Buffer.from(await draw()).equals(readFileSync(file))).toBe(true)
  })
})
