import { XMLBuilder } from 'fast-xml-parser'
import type { Day } from '../calendar/dates'
import { type Minor, majorString } from '../money/money'
import { type EInvoice, type Party, type TaxPart, priceOf } from './en16931'

const builder = new XMLBuilder({ ignoreAttributes: false, attributeNamePrefix: '@', format: true })
const some = <T>(there: unknown, part: T): T | Record<string, never> => (there ? part : {})
const date = (day: Day) => ({ 'udt:DateTimeString': { '#text': day.replaceAll('-', ''), '@format': '102' } })

/**
 * An invoice or credit note as UN/CEFACT Cross Industry Invoice D16B, in the syntax binding of CEN/TS 16931-3-3. Its parts
 * stand in the schema's order.
 */
export function ciiOf(e: EInvoice): string {
  const amount = (n: Minor) => majorString(n, e.currency)
  const party = (p: Party) => ({
    'ram:Name': p.name,
    ...some(p.register, { 'ram:SpecifiedLegalOrganization': { 'ram:ID': p.register } }),
    ...some(p.email, {
      'ram:DefinedTradeContact': { 'ram:EmailURIUniversalCommunication': { 'ram:URIID': p.email } },
    }),
    'ram:PostalTradeAddress': {
      ...some(p.address[0], { 'ram:LineOne': p.address[0] }),
      ...some(p.address[1], { 'ram:LineTwo': p.address[1] }),
      ...some(p.address[2], { 'ram:LineThree': p.address.slice(2).join(', ') }),
      'ram:CountryID': p.country,
    },
    ...some(p.email, { 'ram:URIUniversalCommunication': { 'ram:URIID': { '#text': p.email, '@schemeID': 'EM' } } }),
    ...some(p.vatId || p.taxNumber, {
      'ram:SpecifiedTaxRegistration': {
        'ram:ID': { '#text': p.vatId || p.taxNumber, '@schemeID': p.vatId ? 'VA' : 'FC' },
      },
    }),
  })
  const taxed = (g: TaxPart) => ({
    'ram:CalculatedAmount': amount(g.tax),
    'ram:TypeCode': 'VAT',
    ...some(g.reason, { 'ram:ExemptionReason': g.reason }),
    'ram:BasisAmount': amount(g.net),
    'ram:CategoryCode': g.category,
    ...some(g.category === 'AE', { 'ram:ExemptionReasonCode': 'VATEX-EU-AE' }),
    'ram:RateApplicablePercent': g.rate,
  })
  return builder.build({
    '?xml': { '@version': '1.0', '@encoding': 'UTF-8' },
    'rsm:CrossIndustryInvoice': {
      '@xmlns:rsm': 'urn:un:unece:uncefact:data:standard:CrossIndustryInvoice:100',
      '@xmlns:ram': 'urn:un:unece:uncefact:data:standard:ReusableAggregateBusinessInformationEntity:100',
      '@xmlns:udt': 'urn:un:unece:uncefact:data:standard:UnqualifiedDataType:100',
      'rsm:ExchangedDocumentContext': {
        'ram:GuidelineSpecifiedDocumentContextParameter': { 'ram:ID': 'urn:cen.eu:en16931:2017' },
      },
      'rsm:ExchangedDocument': {
        'ram:ID': e.number,
        'ram:TypeCode': e.type,
        'ram:IssueDateTime': date(e.issuedOn),
        ...some(e.note, { 'ram:IncludedNote': { 'ram:Content': e.note } }),
      },
      'rsm:SupplyChainTradeTransaction': {
        'ram:IncludedSupplyChainTradeLineItem': e.lines.map((l) => {
          const quantity = { '#text': l.quantity, '@unitCode': l.unit }
          return {
            'ram:AssociatedDocumentLineDocument': { 'ram:LineID': l.id },
            'ram:SpecifiedTradeProduct': {
              'ram:Name': l.name,
              ...some(l.description, { 'ram:Description': l.description }),
            },
            'ram:SpecifiedLineTradeAgreement': {
              // A price is never negative (BR-27): what comes off comes off by its quantity.
              'ram:NetPriceProductTradePrice': {
                'ram:ChargeAmount': amount(priceOf(l)),
                'ram:BasisQuantity': { ...quantity, '#text': l.quantity.replace('-', '') },
              },
            },
            'ram:SpecifiedLineTradeDelivery': { 'ram:BilledQuantity': quantity },
            'ram:SpecifiedLineTradeSettlement': {
              'ram:ApplicableTradeTax': {
                'ram:TypeCode': 'VAT',
                'ram:CategoryCode': l.category,
                'ram:RateApplicablePercent': l.rate,
              },
              'ram:SpecifiedTradeSettlementLineMonetarySummation': { 'ram:LineTotalAmount': amount(l.net) },
            },
          }
        }),
        'ram:ApplicableHeaderTradeAgreement': {
          'ram:SellerTradeParty': party(e.seller),
          'ram:BuyerTradeParty': party(e.buyer),
        },
        'ram:ApplicableHeaderTradeDelivery': e.suppliedOn
          ? { 'ram:ActualDeliverySupplyChainEvent': { 'ram:OccurrenceDateTime': date(e.suppliedOn) } }
          : '',
        'ram:ApplicableHeaderTradeSettlement': {
          ...some(e.iban, { 'ram:PaymentReference': e.remittance }),
          'ram:InvoiceCurrencyCode': e.currency,
          ...some(e.iban, {
            'ram:SpecifiedTradeSettlementPaymentMeans': {
              'ram:TypeCode': '58',
              'ram:PayeePartyCreditorFinancialAccount': { 'ram:IBANID': e.iban },
            },
          }),
          'ram:ApplicableTradeTax': e.groups.map(taxed),
          ...some(e.terms || e.dueOn, {
            'ram:SpecifiedTradePaymentTerms': {
              ...some(e.terms, { 'ram:Description': e.terms }),
              ...some(e.dueOn, { 'ram:DueDateDateTime': e.dueOn ? date(e.dueOn) : '' }),
            },
          }),
          'ram:SpecifiedTradeSettlementHeaderMonetarySummation': {
            'ram:LineTotalAmount': amount(e.totals.lines),
            'ram:TaxBasisTotalAmount': amount(e.totals.net),
            'ram:TaxTotalAmount': { '#text': amount(e.totals.tax), '@currencyID': e.currency },
            'ram:GrandTotalAmount': amount(e.totals.total),
            ...some(e.totals.paid, { 'ram:TotalPrepaidAmount': amount(e.totals.paid) }),
            'ram:DuePayableAmount': amount(e.totals.due),
          },
          ...some(e.preceding, {
            'ram:InvoiceReferencedDocument': {
              'ram:IssuerAssignedID': e.preceding?.number,
              'ram:FormattedIssueDateTime': {
                'qdt:DateTimeString': {
                  '#text': e.preceding?.issuedOn.replaceAll('-', ''),
                  '@format': '102',
                  '@xmlns:qdt': 'urn:un:unece:uncefact:data:standard:QualifiedDataType:100',
                },
              },
            },
          }),
        },
      },
    },
  })
}
