import { XMLBuilder } from 'fast-xml-parser'
import { type Minor, majorString } from '../money/money'
import { type EInvoice, type Party, type TaxPart, priceOf } from './en16931'

const builder = new XMLBuilder({ ignoreAttributes: false, attributeNamePrefix: '@', format: true })
const SPEC = 'urn:cen.eu:en16931:2017'
const some = <T>(there: unknown, part: T): T | Record<string, never> => (there ? part : {})

/** An invoice or credit note as OASIS UBL 2.1, in the syntax binding of CEN/TS 16931-3-2. Its parts stand in the schema's order. */
export function ublOf(e: EInvoice): string {
  const credit = e.type === '381'
  const amount = (n: Minor) => ({ '#text': majorString(n, e.currency), '@currencyID': e.currency })
  const party = (p: Party) => ({
    'cac:Party': {
      ...some(p.email, { 'cbc:EndpointID': { '#text': p.email, '@schemeID': 'EM' } }),
      'cac:PartyName': { 'cbc:Name': p.name },
      'cac:PostalAddress': {
        ...some(p.address[0], { 'cbc:StreetName': p.address[0] }),
        ...some(p.address[1], { 'cbc:AdditionalStreetName': p.address[1] }),
        ...some(p.address[2], { 'cac:AddressLine': { 'cbc:Line': p.address.slice(2).join(', ') } }),
        'cac:Country': { 'cbc:IdentificationCode': p.country },
      },
      ...some(p.vatId || p.taxNumber, {
        'cac:PartyTaxScheme': {
          'cbc:CompanyID': p.vatId || p.taxNumber,
          'cac:TaxScheme': { 'cbc:ID': p.vatId ? 'VAT' : 'TAX' },
        },
      }),
      'cac:PartyLegalEntity': {
        'cbc:RegistrationName': p.name,
        ...some(p.register, { 'cbc:CompanyID': p.register }),
      },
      ...some(p.email, { 'cac:Contact': { 'cbc:ElectronicMail': p.email } }),
    },
  })
  const category = ({ category, rate, reason }: Pick<TaxPart, 'category' | 'rate'> & { reason?: string }) => ({
    'cbc:ID': category,
    'cbc:Percent': rate,
    ...some(reason && category === 'AE', { 'cbc:TaxExemptionReasonCode': 'VATEX-EU-AE' }),
    ...some(reason, { 'cbc:TaxExemptionReason': reason }),
    'cac:TaxScheme': { 'cbc:ID': 'VAT' },
  })
  const of = credit ? 'CreditNote' : 'Invoice'
  return builder.build({
    '?xml': { '@version': '1.0', '@encoding': 'UTF-8' },
    [of]: {
      '@xmlns': `urn:oasis:names:specification:ubl:schema:xsd:${of}-2`,
      '@xmlns:cac': 'urn:oasis:names:specification:ubl:schema:xsd:CommonAggregateComponents-2',
      '@xmlns:cbc': 'urn:oasis:names:specification:ubl:schema:xsd:CommonBasicComponents-2',
      'cbc:CustomizationID': SPEC,
      'cbc:ID': e.number,
      'cbc:IssueDate': e.issuedOn,
      ...some(!credit && e.dueOn, { 'cbc:DueDate': e.dueOn }),
      [`cbc:${of}TypeCode`]: e.type,
      ...some(e.note, { 'cbc:Note': e.note }),
      'cbc:DocumentCurrencyCode': e.currency,
      ...some(e.preceding, {
        'cac:BillingReference': {
          'cac:InvoiceDocumentReference': { 'cbc:ID': e.preceding?.number, 'cbc:IssueDate': e.preceding?.issuedOn },
        },
      }),
      'cac:AccountingSupplierParty': party(e.seller),
      'cac:AccountingCustomerParty': party(e.buyer),
      ...some(e.suppliedOn, { 'cac:Delivery': { 'cbc:ActualDeliveryDate': e.suppliedOn } }),
      ...some(e.iban, {
        'cac:PaymentMeans': {
          'cbc:PaymentMeansCode': '58',
          'cbc:PaymentID': e.remittance,
          'cac:PayeeFinancialAccount': { 'cbc:ID': e.iban },
        },
      }),
      ...some(e.terms, { 'cac:PaymentTerms': { 'cbc:Note': e.terms } }),
      'cac:TaxTotal': {
        'cbc:TaxAmount': amount(e.totals.tax),
        'cac:TaxSubtotal': e.groups.map((g) => ({
          'cbc:TaxableAmount': amount(g.net),
          'cbc:TaxAmount': amount(g.tax),
          'cac:TaxCategory': category(g),
        })),
      },
      'cac:LegalMonetaryTotal': {
        'cbc:LineExtensionAmount': amount(e.totals.lines),
        'cbc:TaxExclusiveAmount': amount(e.totals.net),
        'cbc:TaxInclusiveAmount': amount(e.totals.total),
        ...some(e.totals.paid, { 'cbc:PrepaidAmount': amount(e.totals.paid) }),
        'cbc:PayableAmount': amount(e.totals.due),
      },
      [`cac:${of}Line`]: e.lines.map((l) => {
        const quantity = { '#text': l.quantity, '@unitCode': l.unit }
        return {
          'cbc:ID': l.id,
          [credit ? 'cbc:CreditedQuantity' : 'cbc:InvoicedQuantity']: quantity,
          'cbc:LineExtensionAmount': amount(l.net),
          'cac:Item': {
            ...some(l.description, { 'cbc:Description': l.description }),
            'cbc:Name': l.name,
            'cac:ClassifiedTaxCategory': category(l),
          },
          // A price is never negative (BR-27): what comes off comes off by its quantity.
          'cac:Price': {
            'cbc:PriceAmount': amount(priceOf(l)),
            'cbc:BaseQuantity': { ...quantity, '#text': l.quantity.replace('-', '') },
          },
        }
      }),
    },
  })
}
